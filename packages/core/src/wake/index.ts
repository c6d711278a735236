export { wakeTasks, type WakeTask } from './tasks.js';
export { OrderImpossible, scheduleWake, type WakeSchedule, type WakeStep } from './schedule.js';
export { powerUp, powerUpDeck, type PowerCycle, type PowerLine, type PowerUp, type Reset } from './power-up.js';
