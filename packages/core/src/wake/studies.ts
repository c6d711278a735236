/** What only the studies of single stations take; see `rails/studies.ts`. */
export { bends, drawnPower, type DrawnLine, type DrawnPower, type Point } from './drawn-power.js';
export { wakePlan } from './plan.js';
export { powerUpDeck } from './power-up-deck.js';
export { powerUp, type PowerCycle, type PowerLine, type PowerUp, type Reset } from './power-up.js';
export { mendText, startMends, type StartMend } from './start-mends.js';
