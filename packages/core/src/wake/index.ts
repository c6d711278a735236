export { wakeTasks, type WakeTask } from './tasks.js';
export { scheduleWake, type WakeSchedule, type WakeStep } from './schedule.js';
