export { SBUS, sbusFrameMs, encodeSbus, packSlots, unpackSlots, readSbusFrame, type SbusFrame } from './sbus-frame.js';
export { decodeSbus, type SbusDecoding } from './sbus-stream.js';
export { countToPulseUs, pulseUsToCount, type BusScale } from './bus-scale.js';
