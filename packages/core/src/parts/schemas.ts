// apart from the index: whatever reaches a schema brings the schema library along
export { sheetSchema } from './sheet.js';
export { idSchema } from './leaf.js';
export * as leaf from './leaf.js';
