// schemas stay apart from what the page needs at once: the schema library is fetched when a file is read
export { RIG_FORMAT, RIG_VERSION } from './format.js';
export { RIG_KINDS } from './kinds.js';
export { emptyRig, newPart, NEW_SCHOOLS } from './empty-rig.js';
export {
  rigSchema,
  type Rig,
  type Part,
  type Cable,
  type Wire,
  type PinRef,
  type Shaping,
  type Place,
  type Merge,
  type Inline,
  type Held,
  type Binding,
  type Wish,
  schoolsSchema,
  type Schools,
} from './rig.js';
export {
  pinKey,
  samePin,
  findPart,
  sheetOf,
  partsOfRole,
  partsWithSheets,
  labelOf,
  findPin,
  settingOf,
  findCable,
  shapingOf,
  nextId,
  nextFree,
} from './look-up.js';
export { migrateRig } from './migrate-rig.js';
export { rigProblems } from './rig-problems.js';
export { editSchema, type Edit, type EditKind, type EditOf } from './edit.js';
export { applyEdit, applyEdits, EditRefused, type EditResult } from './apply-edit.js';
export { startHistory, doStep, undo, redo, type History, type Step } from './history.js';
export { editSentence, inlineText, stepSentence } from './edit-sentence.js';
