export { idleParts, type Idle } from './idle.js';
export { SolverFailed, solveProven, type ProgrammeSolver } from './programme.js';
export {
  propose,
  proposeProven,
  proposeSteps,
  type Choice,
  type ClashText,
  type Proposal,
  type Unmet,
} from './propose.js';
export { poseRig, type PosedProblem } from './pose.js';
export { solveProblem, solveSteps, type SolveLimits, type SolveProgress } from './solve.js';
export { findClashes, type Clash } from './clash.js';
export { COST, pointsOf, type CostPart } from './costs.js';
export type { Hub, Need, Option, Pool, Solution, WiringProblem } from './problem.js';
export { portCandidates, type Candidate } from './candidates.js';
export { cheapestClasses, schoolOutcomes, type ClassAdvice, type SchoolOutcome } from './advice.js';
