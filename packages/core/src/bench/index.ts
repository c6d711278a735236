export { compileBench, type Bench, type BenchPart, type Feed } from './compile.js';
export { type BenchState, type Controls } from './state.js';
export { startBench, stepBench, runBench, setControls, BENCH_STEP_MS } from './step.js';
export {
  observe,
  pictureInto,
  benchFrame,
  benchControls,
  slotSight,
  voltsSight,
  type Sights,
  type BenchFrame,
  type Picture,
} from './observe.js';
export { radioOf, lostOutput, LOST_AFTER_MS, type LostOutput } from './radio.js';
export { recordBench, wiggleAll, type Gesture, type Recording } from './record.js';
export {
  addressSight,
  beepsAtAll,
  instrumentSight,
  portsSight,
  settingSight,
  stillSights,
  throughSight,
} from './instruments.js';
