export { LEVEL, acrossDeg, axisOf, chainTurn, turnAbout, turned, within, type Turn, type Vec3 } from './attitude.js';
export { craftTurn, gust, stabilised, STILL, type Craft, type Hold } from './stabilised.js';
export { turnersOf } from './carried.js';
export { landscapeOf, type Landscape, type Thing, type ThingKind } from './landscape.js';
