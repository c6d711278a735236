/** What only two tabs at one rig, and the studies, take; the first visit does not fetch it. */
export { beside, type Unsaved } from './beside.js';
export { overlapOf, touchesOf, type Touches } from './touches.js';
export { migrateRig } from './migrate-rig.js';
export { migrateSheet } from './migrate-sheet.js';
