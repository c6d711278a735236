export { documentEdits } from './as-it-is.js';
export { fixOf, mendRig, type Mended, type MendWhat } from './mend.js';
export { analyse, feedsOf, StudyFailed, type Analysis } from './analyse.js';
export { FROST_C, SCENARIOS, sweepBeside, sweepOf, USUAL_LOOK, type RailLook, type Scenario } from './look.js';
export { sheetEffect, type SheetEffect } from './sheet-effect.js';
export { leadsFor, suppliesOf, type LeadStudy, type SupplyStudy, type WouldNotStart } from './supplies.js';
