export { planOf } from './plan-of.js';
export { looksOf, STEP_KINDS, type CheckStep, type Expect, type Move, type StepKind } from './step.js';
export { startJudging, judge, type Judging, type Verdict } from './judge.js';
export { channelId, settingId } from './depends.js';
export { playStep } from './play.js';
export { lookAt, looksAt } from './look.js';
export type { VoltsAt } from './meter-steps.js';
