export { BOARD_CLASSES, GROUPS, LINK_KINDS, WISHABLE } from './kinds.js';
export {
  idSchema,
  pinAtSchema,
  roleSchema,
  sheetSchema,
  type Sheet,
  type SheetDraft,
  type Port,
  type Pin,
  type PinAt,
  type Link,
  type LinkKind,
  type Supply,
  type Source,
  type PartFunction,
  type FunctionWhat,
  type PulseWindow,
  type Resource,
  type Joint,
  type Control,
  type Setting,
  type Role,
} from './sheet.js';
export { connectorOf, canBeMade, type Connector } from './connectors.js';
export { sheetProblems } from './sheet-problems.js';
