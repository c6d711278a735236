export { findNets, type Nets } from './nets.js';
export {
  BUS_PROTOCOL,
  featuresOn,
  otherThanPulses,
  isGivenTo,
  bringsGround,
  isPair,
  findConversations,
  furtherPairs,
  heardBy,
  isOtherSpeed,
  linkEnds,
  pinOf,
  resourceOf,
  saidBy,
  type Conversation,
  type LinkEnd,
  type Trouble,
} from './conversations.js';
export { canSay, isSerial, keysOf, speakAlike, speaksAlready, sameSpeed, speechOf } from './serial-kinds.js';
export { cableKind, type CableKind } from './wire-kind.js';
export { cableViews, boardPlan, type CableView, type CableEnd, type ResourceView } from './cable-view.js';
export {
  apartMm,
  carriersOf,
  EASE,
  ENDS_MM,
  jointsOutTo,
  leadLength,
  LOOP_MM,
  type Carrier,
  type LeadLength,
} from './lengths.js';
export { idleReason, liesSpare } from './idle.js';
export { firesSeveral, releases, type Release } from './releases.js';
export { isLadderOff, ladderWire } from './ladder-wire.js';
export { preferredOhm } from './preferred.js';
export {
  cableOf,
  contactA,
  heldTo,
  looksAlike,
  needsInverter,
  pinMap,
  portsCanJoin,
  type EmptyPin,
  type Join,
  type PinMap,
  type Terminals,
} from './pin-map.js';
export { assignablePort, toldUse, wantedUses } from './told-ports.js';
export { addressOf, networkParts, subnetOf } from './network.js';
export { photoWays, type PhotoWay } from './photo-ways.js';
export { screenPictures, screensFor, type ScreenPicture } from './screen-pictures.js';
export { areEndsOfAir, networkHops, wayTo, type Hop } from './reach.js';
export { antennaJoin, type AntennaJoin } from './antennas.js';
export { PICTURE_KINDS } from './picture-kinds.js';
export {
  airSenders,
  areApart,
  isAcrossAir,
  sentInto,
  untunedScreens,
  type Tuning,
  type Untuned,
} from './air-pictures.js';
export { boardSettings, type BoardSetting } from './board-settings.js';
export { mergedPlug, type MergedPin, type MergedPlug } from './merge-plug.js';
export { orderOfHands, type HandStep } from './order-of-hands.js';
export { adaptersToMake, benchList, type BenchItem } from './bench-list.js';
export { drawingGraph, roomOf, type Folded } from './drawing-graph.js';
export { readDrawing, type Drawing, type DrawnBox, type DrawnLead } from './drawing.js';
export { drawingSvg } from './drawing-svg.js';
export { drawingSheets, SHEET_MM, type DrawingSheet } from './drawing-sheets.js';
export { onePins, tapsOf, withTap, type Tap } from './taps.js';
export { isSeriesWire, packMates, packsTogether, type PackAt } from './pack-mates.js';
