export { BOARD_CLASSES, GROUPS, LINK_KINDS, WISHABLE } from './kinds.js';
export type {
  Sheet,
  SheetDraft,
  Port,
  Pin,
  PinAt,
  Link,
  LinkKind,
  Supply,
  Source,
  PartFunction,
  FunctionWhat,
  PulseWindow,
  Resource,
  Joint,
  Control,
  Setting,
  Role,
} from './sheet.js';
export { isTriggered, isWindowed, springs } from './function-kind.js';
export { connectorOf, canBeMade, type Connector } from './connectors.js';
export { sheetProblems } from './sheet-problems.js';
