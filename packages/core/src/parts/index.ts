export { hearsPhotos, mayTag, tagsPhotos, tellsPhotos } from './photo-contacts.js';
export { BOARD_CLASSES, FLIGHT_WHATS, PICTURE_LINKS, WISHABLE } from './kinds.js';
export { CELLS, GROUPS, LINK_KINDS } from './sheet-words.js';
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
  isSpokenAt,
  linksAt,
  screens,
  regulates,
  sendsPictures,
  showsAir,
  antennaLinks,
  drives,
  flies,
  hasControls,
  hasApps,
  hearsAir,
  ownEar,
  sentOver,
  speaksByLead,
  bringsChannels,
  speaksAir,
  isFlight,
  isPack,
  hasLens,
  ownPictures,
  radiates,
  isWorkedOver,
  PASSED_ON,
  handsThrough,
  hasThrough,
  isBetween,
  isOfBody,
  isOwnPulse,
  passesOn,
  relays,
  tellsOn,
  eyeLinks,
  worksEye,
  carriesDataByAir,
  carriesNetwork,
  isNetworkPlug,
  sees,
  staysOnGround,
  isChoice,
  onBoardG,
  findsLevel,
  turns,
} from './capabilities.js';
export { encodes } from './encodes.js';
export { givesAt, isMute, onlyTells } from './only-tells.js';
export { tieAt, tiesOf } from './ties.js';
export { goesBothWays, isTriggered, isWindowed, restWindow, springs } from './function-kind.js';
export { slotNamed, slotsNamed, valueNaming } from './slot-named.js';
export {
  anyOver,
  atDevice,
  firstSlotOf,
  migrateSheet,
  overOf,
  screenWays,
  slotWay,
  slotsOf,
  toldOver,
} from './who-asks.js';
export { SMALL_MOHM, connectorOf, canBeMade, holdsTwo, type Connector } from './connectors.js';
export { sheetProblems } from './sheet-problems.js';
