export {
  wireDiameterMm,
  wireAreaMm2,
  wireOhmPerMetre,
  wireOhm,
  wireMassG,
  wireMaxA,
  fuseFor,
  fuseUpTo,
  PACK_LEAD_AWG,
  gaugeFor,
  GAUGES,
} from './wire.js';
export { CELL, PACKS_AGREE_V, cellV, chargeOf, fullCellV, packV, type Chemistry } from './pack.js';
export * from './circuit/index.js';
export { rigNetwork, atPeak, ownShare, type RigNetwork, type Terminal } from './rig-network.js';
export { solveRails, solveRigNetwork, sweepRails, type Rails, type RailNode, type RailSweep } from './solve-rails.js';
export { carriesA, contactsOhm, fuseOf, leadGauge, thickestFit } from './lead.js';
export { runTimeMin, KEPT_CHARGE } from './run-time.js';
export { railTree, type RailRow } from './rail-tree.js';
export { feedChoices, type FeedChoice } from './feed-choice.js';
export { contactLines, deckAcross, deckOf, railsDeck } from './rig-deck.js';
export { railBand, type RailBand } from './tolerance.js';
export { firstToGo, shortsOf, standsText, wireMeltA2s, type Short, type Yields } from './short.js';
export { packRun, type PackRun, type PackShare } from './pack-run.js';
