/** What is worked out for one station only, when somebody looks; see `rails/studies.ts`. */
export { feedsOf, sweepBeside } from './beside.js';
export { sweepOf } from './look.js';
export { leadsFor, suppliesOf, type LeadStudy, type SupplyStudy, type WouldNotStart } from './supplies.js';
