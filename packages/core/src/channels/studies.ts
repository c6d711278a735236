/** What only the studies of single stations take; see `rails/studies.ts`. */
export { assignChannels, assignMost, whyUnsolved, type AssignResult } from './assign/explained.js';
export type { AssignClash } from './assign/clash.js';
