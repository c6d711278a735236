export { checkPlan, type CheckStep, type Expect } from './plan.js';
export { startJudging, judge, type Judging, type Verdict } from './judge.js';
export { playStep } from './play.js';
