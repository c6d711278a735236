/**
 * What only the studies of single stations take. An index of its own, which no other index names: so it is not fetched with the
 * first picture.
 */
export * from './over-time.js';
export { feedChoices, type FeedChoice } from './feed-choice.js';
export { HOT_C, heatAt, type RailHeat, type RegulatorHeat, type WireHeat } from './heat.js';
export { leastGauges, type LeastGauge, type LeastGauges } from './least-gauges.js';
export { KEPT_CHARGE, packRun, type PackRun, type PackShare } from './pack-run.js';
export { firstToGo, fuseMeltA2s, shortsOf, standsText, wireMeltA2s, type Short, type Yields } from './short.js';
export { splicePlaces, type SplicePlace } from './splice-place.js';
export { railBand, type RailBand } from './tolerance.js';
