import { SBUS, isSbusEnd, readSbusFrame, unpackSlots, type SbusFrame } from './sbus-frame.js';

/** A stream cut into the likeliest frames. */
export interface SbusDecoding {
  frames: SbusFrame[];
  /** Byte offset of each frame. */
  offsets: number[];
  /** Bytes that belong to no frame. `frames.length * 25 + skippedBytes` is the length of the input. */
  skippedBytes: number;
}

/** What a frame is worth in the choice of frames: count first, then clean flags, then sane counts. */
const WORTH = { frame: 1000, cleanFlags: 3, saneCounts: 2 } as const;

/**
 * Finds the frames in raw bytes with noise before, between and inside them. A header value may also
 * stand inside a frame, so where candidates overlap the choice that keeps most frames wins.
 * Never throws; empty input gives no frames.
 */
export function decodeSbus(bytes: Uint8Array): SbusDecoding {
  const best = new Float64Array(bytes.length + SBUS.bytes + 1);
  const taken = new Uint8Array(bytes.length);
  const slots = new Uint16Array(SBUS.slots);
  for (let i = bytes.length - 1; i >= 0; i--) {
    const skip = best[i + 1]!;
    const byteCount = isCandidate(bytes, i) ? best[i + SBUS.bytes]! + worth(bytes, i, slots) : -1;
    taken[i] = byteCount >= skip && byteCount > 0 ? 1 : 0;
    best[i] = taken[i] ? byteCount : skip;
  }
  const offsets: number[] = [];
  for (let i = 0; i < bytes.length;) {
    if (taken[i]) offsets.push(i);
    i += taken[i] ? SBUS.bytes : 1;
  }
  return {
    frames: offsets.map((offset) => readSbusFrame(bytes, offset)),
    offsets,
    skippedBytes: bytes.length - offsets.length * SBUS.bytes,
  };
}

function isCandidate(bytes: Uint8Array, i: number): boolean {
  return bytes[i] === SBUS.header && i + SBUS.bytes <= bytes.length && isSbusEnd(bytes[i + SBUS.bytes - 1]!);
}

function worth(bytes: Uint8Array, i: number, slots: Uint16Array): number {
  unpackSlots(bytes, i, slots);
  // 100…1950 covers both schools of scale with room for trims
  const sane = slots.every((count) => count >= 100 && count <= 1950);
  const clean = (bytes[i + 23]! & 0xf0) === 0;
  return WORTH.frame + (clean ? WORTH.cleanFlags : 0) + (sane ? WORTH.saneCounts : 0);
}
