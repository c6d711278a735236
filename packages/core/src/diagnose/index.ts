export type { Casebook } from './casebook.js';
export type { Fault, FaultKind, Remedy } from './fault.js';
export { faultsOf } from './faults.js';
export { Player, playScene, scenesOf, type Played } from './table.js';
export { soundWorld, stageOf, worldWith, type World } from './world.js';
export { measuresOf, type Measure } from './measures.js';
export { scoreOf, unseenFaults, type Effort, type FaultScore, type Score } from './score.js';
export type { Answers } from './explain.js';
export {
  casebookOf,
  casebookSteps,
  equalsOf,
  propose,
  rank,
  searchOn,
  type Proposal,
  type Ranked,
  type Search,
} from './diagnosis.js';
export { stepsAgain } from './again.js';
export { widened } from './pairs.js';
