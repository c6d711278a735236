export { AT_ONCE, SourceProblem, type Chunk, type Pace, type SignalSource } from './source.js';
export { benchSource } from './bench-source.js';
export { captureSource } from './capture-source.js';
export { playedSource, steady } from './played-source.js';
export { lineScale, slotDecoder, type LiveKind, type SlotFrame } from './slot-decoder.js';
export {
  controlsOfPad,
  controlsOfSlots,
  learntControls,
  movedPart,
  type PadMap,
  type PadPart,
  type PadState,
} from './hands.js';
