export { wakeTasks, type WakeTask } from './tasks.js';
export { OrderImpossible, scheduleWake, type WakeSchedule, type WakeStep } from './schedule.js';
