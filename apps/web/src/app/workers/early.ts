import { startEarly } from './analysis-start';

// the first thing the page does: imported before anything else
startEarly();
