import type { CircuitElement } from '../circuit.js';
import { CONVERTER } from './converter.js';
import type { ElementKind } from './kind.js';
import { LOAD_KIND } from './load.js';
import { CAPACITOR, DIODE, PACK, RESISTANCE, SWITCH } from './passive.js';

export { LEAST_INPUT_V, OUTPUT, isTripped, limitAmps, outputOf, restartedState, trippedState } from './converter.js';
export { LEAK_S, OPEN_S, type ElementKind, type PortLaw } from './kind.js';
export { LOAD, floorOf, loadAmps } from './load.js';

/** Every kind of element by its name. */
const KINDS: { [K in CircuitElement['kind']]: ElementKind<Extract<CircuitElement, { kind: K }>> } = {
  resistance: RESISTANCE,
  switch: SWITCH,
  pack: PACK,
  diode: DIODE,
  load: LOAD_KIND,
  converter: CONVERTER,
  capacitor: CAPACITOR,
};

/** How an element behaves; the table holds each kind under its own name, so that the one found is for this element. */
export const kindOf = (element: CircuitElement): ElementKind => KINDS[element.kind];
