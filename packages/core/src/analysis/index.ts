export { fixOf, mendRig, type Mended, type MendWhat } from './mend.js';
export { analyse, feedsOf, StudyFailed, sweepOf, type Analysis } from './analyse.js';
export { sheetEffect, type SheetEffect } from './sheet-effect.js';
export { suppliesOf, type SupplyStudy, type WouldNotStart } from './supplies.js';
