export { setupCards, setupItem, type SetupCard, type SetupLine } from './setup.js';
