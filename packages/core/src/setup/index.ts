export { setupCards, type SetupCard, type SetupLine } from './setup.js';
