// apart from the index: whatever reaches a schema brings the schema library along, and only what reads files fills in what they leave out
export { sheetSchema } from './sheet.js';
export { idSchema } from './leaf.js';
export * as leaf from './leaf.js';
export { BODY_AXES, inFull } from './short-forms.js';
