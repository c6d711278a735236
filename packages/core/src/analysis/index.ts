export { documentEdits } from './as-it-is.js';
export { fixOf, mendRig, type Mended, type MendWhat } from './mend.js';
export { analyse, StudyFailed, type Analysis } from './analyse.js';
export { FROST_C, SCENARIOS, USUAL_LOOK, type RailLook, type Scenario } from './look.js';
export { sheetEffect, type SheetEffect } from './sheet-effect.js';
