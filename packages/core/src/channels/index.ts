export { shapePulseUs, restPositions, idlePosition } from './shaping.js';
export { demandOf, windowIndex, rangeDemand, pulseForValue, type Demand } from './demand.js';
export { findChains, chainCount, seenPulseUs, sentPulseUs, chainLatencyMs, type Chain } from './chain.js';
export { ladderRows, rowNow, chainDemand, type LadderRow, type LadderMove } from './ladder.js';
export { wishCoverage, type WishState } from './coverage.js';
export { endPointIn, endPointFrom, type EndUnit } from './end-points.js';
