export {
  wireDiameterMm,
  wireAreaMm2,
  wireOhmPerMetre,
  wireOhm,
  wireMassG,
  wireMaxA,
  gaugeCell,
  gaugeText,
  fuseFor,
  fuseUpTo,
  PACK_LEAD_AWG,
  gaugeFor,
  GAUGES,
} from './wire.js';
export {
  CELL,
  COLDEST_C,
  HOTTEST_C,
  PACKS_AGREE_V,
  USUAL_C,
  cellV,
  chargeOf,
  fullCellV,
  packV,
  type Chemistry,
} from './pack.js';
export * from './circuit/index.js';
export {
  rigNetwork,
  atCelsius,
  atPeak,
  ownShare,
  withElements,
  type RigNetwork,
  type Terminal,
} from './rig-network.js';
export {
  solveRails,
  solveRigNetwork,
  fullRails,
  isShortOfRoom,
  startsDiffer,
  sweepRails,
  type Rails,
  type RailNode,
  type RailSweep,
} from './solve-rails.js';
export { carriesA, contactsOhm, fuseOf, leadGauge, mostA, thickestFit } from './lead.js';
export { runTimeMin } from './run-time.js';
export { railTree, type RailRow } from './rail-tree.js';
export { contactLines, deckAcross, deckOf, railsDeck } from './rig-deck.js';
