// apart from the index: whatever reaches a schema brings the schema library along
export { rigSchema, schoolsSchema } from './rig.js';
export { editSchema } from './edit.js';
