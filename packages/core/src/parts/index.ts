export { BOARD_CLASSES, FLIGHT_WHATS, GROUPS, LINK_KINDS, PICTURE_LINKS, WISHABLE } from './kinds.js';
export { findSheets } from './find-sheets.js';
export { LINK_WORDS } from './link-words.js';
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
  AskedBy,
  FunctionWhat,
  PortUse,
  PulseWindow,
  Resource,
  Joint,
  Control,
  Setting,
  Role,
} from './sheet.js';
export {
  isAntenna,
  feedsOthers,
  isCompass,
  isFused,
  isSplice,
  screens,
  regulates,
  sendsPictures,
  antennaLinks,
  drives,
  flies,
  hasControls,
  hasApps,
  hearsAir,
  speaksAir,
  isFlight,
  isPack,
  ownPictures,
  radiates,
  isWorkedOver,
  PASSED_ON,
  passesOn,
  tellsOn,
  reachLinks,
  carriesNetwork,
  isNetworkPlug,
  sees,
  staysOnGround,
  isChoice,
  onBoardG,
  turns,
} from './capabilities.js';
export { isTriggered, isWindowed, springs } from './function-kind.js';
export { atDevice, firstSlotOf, migrateSheet, overOf, screenWays, slotWay, slotsOf, toldOver } from './who-asks.js';
export { inFull } from './short-forms.js';
export { connectorOf, canBeMade, type Connector } from './connectors.js';
export { sheetProblems } from './sheet-problems.js';
