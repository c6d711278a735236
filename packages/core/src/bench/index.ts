export { compileBench, type Bench, type BenchPart, type HeardFunction } from './compile.js';
export type { Feed } from './power.js';
export { type BenchState, type Controls } from './state.js';
export { startBench, runBench, setControls } from './run.js';
export {
  observe,
  lookerAt,
  benchFrame,
  benchControls,
  type Sights,
  type BenchFrame,
} from './observe.js';
export { changed, changeOf, type FrameChange } from './frame-change.js';
export { endsSight, keysSight, knowsEnds, menuSight, networkSight, pictureSight, screenSight, slotSight, voltsSight } from './sights.js';
export { antennaSight, antennasOf, AT_ANTENNA, atAntenna, isData, probeReads, probeSight, probesText, sendsByAir, unfollowed } from './probes.js';
export { CRAFT, CRAFT_MOST_DEG, craftAt, GUSTS, turnsCraft } from './craft.js';
export { leanSight, levelled, turnersAt } from './looks.js';
export { AWAY, lostAt, MOST_AWAY_M, reachM } from './range.js';
export { fnSight, fnWord } from './fn-sight.js';
export { ANSWERS, askedSight, askedText } from './asked.js';
export { notesPhotos, TAGGED, tagSight } from './tags.js';
export { RELEASED, releasesText, releaseSight } from './releases.js';
export { pictureInto, shownOn, type Picture } from './pictures.js';
export { portTraffic, trafficAsDrawn, type PortTraffic } from './traffic.js';
export { isQuiet, quietened } from './quiet.js';
export { radioOf, lossOf, isFrameLost, lostOutput, LOST_AFTER_MS, type LostOutput } from './radio.js';
export { recordBench, wiggleAll, type Gesture, type Recording } from './record.js';
export {
  addressSight,
  failSafesSight,
  failSafesText,
  beepsAtAll,
  instrumentSight,
  portsSight,
  settingSight,
  shakenSight,
  tensionSight,
  stillSights,
  throughSight,
} from './instruments.js';
export { FLAW_SIGHTS, SHOWN_FLAWS, wheeled, isFlawed, remembers, shakenText, stateText, tensionText, type Flaw, type LeadFlaw, type PartFlaw } from './flaws.js';
