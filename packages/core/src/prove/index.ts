export { checkPlan } from './plan.js';
export { type CheckStep, type Expect } from './step.js';
export { startJudging, judge, type Judging, type Verdict } from './judge.js';
export { playStep } from './play.js';
