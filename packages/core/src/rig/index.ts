export { setupItem, setupOfItem } from './setup-item.js';
export { MOST, RIG_FORMAT, RIG_VERSION, WIDTHS_US } from './format.js';
export { RIG_KINDS } from './kinds.js';
export { emptyRig, newPart, NEW_SCHOOLS, NEW_SHAPING } from './empty-rig.js';
export type {
  Rig,
  Part,
  Cable,
  Wire,
  PinRef,
  Shaping,
  Place,
  Merge,
  Inline,
  Held,
  Binding,
  FailSafe,
  HandOver,
  Wish,
  Schools,
  WakePin,
} from './rig.js';
export {
  pinKey,
  samePin,
  findPart,
  sheetOf,
  partsThat,
  partsWithSheets,
  calledOn,
  labelOf,
  pinText,
  portLabel,
  findPin,
  wireLine,
  settingOf,
  hasOff,
  isSetOn,
  sourcesAsSet,
  slotCarried,
  findCable,
  shapingOf,
  nextId,
  nextFree,
  PartUnknown,
} from './look-up.js';
export { changedOver } from './change-over.js';
export { endAt, endsTogether, WIRE_ENDS, type WireEnd } from './wire-ends.js';
export { oncePerRig, oncePerSlices, cablesOn, wiresAt, type WireAt } from './per-rig.js';
export { controlName, pilotControls, pilotTransmitter } from './pilot.js';
export { rigProblems } from './rig-problems.js';
export type { Edit, EditKind, EditOf } from './edit.js';
export { carryOut, EditRefused, serialPairOf, type EditResult } from './apply-edit.js';
export { applyEdit, applyEdits } from './apply-edits.js';
export { startHistory, doStep, undo, redo, type History, type Move, type Step } from './history.js';
export type { Unsaved } from './beside.js';
export { editSentence, inlineText, stepSentence } from './edit-sentence.js';
export { differences, type Difference } from './differences.js';
export { broughtTogether, meetingOf, type Clash, type Meeting, type Whose } from './meeting.js';
export { wayTo } from './restore.js';
export { isCarriage, isFlown, safeLine } from './safety.js';
