// apart from the index: whatever reaches a schema brings the schema library along
export { idSchema, sheetSchema } from './sheet.js';
