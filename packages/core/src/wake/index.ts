export type { WakeTask } from './task.js';
export { wakeTasks } from './tasks.js';
export { OrderImpossible, scheduleWake, type WakeSchedule, type WakeStep } from './schedule.js';
export { WAKE_KINDS, fieldPlan, type WakeKind, type WakePlan } from './ordered.js';
export { freeStep, handSteps, moveStep, roomOf, type StepRoom } from './moves.js';
export { cameUp, type CameUp } from './come-up.js';
export { askedReading, judgeReading, readVolts, type AskedReading, type ReadingVerdict } from './reading.js';
