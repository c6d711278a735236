export type * from './circuit.js';
export { LOAD, OUTPUT, floorOf, isTripped, limitAmps, loadAmps, outputOf } from './elements/index.js';
export { prepareCircuit, type PreparedCircuit } from './prepare.js';
export { operatingPoint, solverOf, type Drive, type OperatingPoint } from './operating-point.js';
export type { Begin } from './solver.js';
export { deckLines, deckNode, type Course, type DeckDrive } from './deck.js';
