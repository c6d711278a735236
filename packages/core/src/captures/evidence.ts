/**
 * How much likelier a line is, taken for something, than as changes at random: in bits, one currency for all kinds, so that
 * they can be weighed against each other. Chance alone passes a stop bit every second time, a check byte once in 256.
 */
import {
  FAULT,
  SBUS,
  SERVO,
  bitsPerByte,
  levelAt,
  type Edges,
  type UartBytes,
  type UartFormat,
} from '../signals/index.js';
import type { LineDecoding } from './decode-line.js';
import { ROW_SLOTS } from './frame-table.js';

/** How often a byte of a line that is read rightly comes clean. */
const CLEAN = 0.97;
/** Equal bytes after this many prove little more: what passes once by chance passes every time. */
const ALIKE = 3;
const ALIKE_WORTH = 0.1;
/** What is told by resting at the right level, or the wrong one. */
const REST_BITS = 8;

/** Bits that a clean byte tells, and a faulty one takes. */
const worth = (chance: number, clean: boolean): number =>
  clean ? Math.log2(CLEAN / chance) : Math.log2((1 - CLEAN) / (1 - chance));

/** Bytes by their start, stop and parity bits, by where the line rests, and by how closely they follow each other. */
export function byteEvidence(edges: Edges, read: UartBytes, format: UartFormat): number {
  const stopChance = 0.5 ** format.stopBits;
  const seen = new Uint16Array(256);
  let bits = restEvidence(edges, format);
  read.bytes.forEach((byte, i) => {
    const fault = read.faults[i]!;
    const weight = fault || ++seen[byte]! <= ALIKE ? 1 : ALIKE_WORTH;
    bits += weight * worth(stopChance, !(fault & FAULT.framing));
    if (format.parity !== 'none') bits += weight * worth(0.5, !(fault & FAULT.parity));
  });
  return bits + spacingEvidence(read, format);
}

/** A line rests at one level between bytes; what is longer than any byte is a rest. */
function restEvidence(edges: Edges, format: UartFormat): number {
  const { timesNs } = edges;
  const longNs = ((bitsPerByte(format) + 1) * 1e9) / format.baud;
  const at: [low: number, high: number] = [0, 0];
  for (let i = 1; i < timesNs.length; i++)
    if (timesNs[i]! - timesNs[i - 1]! > longNs) at[levelAt(edges, timesNs[i - 1]!)]++;
  const idle = format.inverted ? 0 : 1;
  // without a rest its beginning is one
  if (!at[0] && !at[1]) return edges.first === idle ? REST_BITS / 2 : -REST_BITS / 2;
  const share = at[idle] / (at[0] + at[1]);
  return (share - 0.5) * 2 * REST_BITS;
}

/** Bytes that always follow each other after the same rest of a whole bit have a bit more than this framing says. */
function spacingEvidence(read: UartBytes, format: UartFormat): number {
  const { close, later } = spacingOf(read, format);
  return close - later;
}

/** A framing without parity whose bytes follow each other about a bit later than it says, as good as always. */
export function followsLate(read: UartBytes, format: UartFormat): boolean {
  const { close, later } = spacingOf(read, format);
  return format.parity === 'none' && format.stopBits === 1 && later >= TWO_STOPS && close <= UNLIKE * later;
}

/** Bytes that follow so before it is said, and share of those that may follow more closely. @source [mem] tried on generated lines */
const TWO_STOPS = 8;
const UNLIKE = 0.02;

/** A rest nearer than this to a whole bit, in the mean, is a stop bit; else the sender pauses. @source [mem] tried on generated lines */
const WHOLE = 0.12;

/** They follow a whole bit later: that is a second stop bit. */
export const hasTwoStops = (read: UartBytes, format: UartFormat): boolean =>
  followsLate(read, format) && Math.abs(spacingOf(read, format).restBits - 1) < WHOLE;

/**
 * How many bytes follow the one before as closely as their framing lets them, how many about a bit later, and how much later these do in
 * the mean, in bits.
 */
function spacingOf({ fromNs }: UartBytes, format: UartFormat): { close: number; later: number; restBits: number } {
  const own = bitsPerByte(format);
  const bitNs = 1e9 / format.baud;
  let [close, later, rests] = [0, 0, 0];
  for (let i = 1; i < fromNs.length; i++) {
    const rest = (fromNs[i]! - fromNs[i - 1]!) / bitNs - own;
    if (Math.abs(rest) < 0.4) close++;
    else if (Math.abs(rest - 1) < 0.4) {
      later++;
      rests += rest;
    }
  }
  return { close, later, restBits: later ? rests / later : 0 };
}

/** Most bytes begin neither right after the one before nor after a rest: what they begin with is no start bit. */
export function isUneven({ fromNs }: UartBytes, format: UartFormat): boolean {
  const own = bitsPerByte(format);
  const bitNs = 1e9 / format.baud;
  let between = 0;
  for (let i = 1; i < fromNs.length; i++) {
    const bits = (fromNs[i]! - fromNs[i - 1]!) / bitNs;
    if (bits > own + 0.4 && bits < own + 4) between++;
  }
  return between > fromNs.length / 2;
}

/** What a whole frame tells: by its header, end, check and form. A damaged one takes little, since lines are damaged. */
const FRAME_BITS = { sbus: 13, crsf: 15, mavlink: 26 } as const;
const SANE_BITS = 5;
const BAD_BITS = 2;
/** A kind with frames is one of several, and must earn that. */
const KIND_BITS = 6;

/** Frames over the bytes they stand on. */
export function frameEvidence({ sense, counts, frames }: LineDecoding): number {
  if (sense.kind !== 'sbus' && sense.kind !== 'crsf' && sense.kind !== 'mavlink') return 0;
  const sane = sense.kind === 'sbus' ? saneFrames(frames) : 0;
  return (
    (counts.frames + counts.unknown) * FRAME_BITS[sense.kind] +
    (2 * sane - counts.frames * Number(sense.kind === 'sbus')) * SANE_BITS -
    counts.bad * BAD_BITS -
    KIND_BITS
  );
}

/** Frames whose counts a hand could have made. */
function saneFrames({ length, values }: LineDecoding['frames']): number {
  let sane = 0;
  for (let row = 0; row < length; row++) {
    let isSane = true;
    for (let slot = 0; slot < SBUS.slots; slot++) {
      const count = values[row * ROW_SLOTS + slot]!;
      // an unused slot is 0
      if (count !== 0 && (count < 100 || count > 1950)) isSane = false;
    }
    if (isSane) sane++;
  }
  return sane;
}

/** What a width in the range of servos tells against a span of any length. */
const WIDTH_BITS = 4;
const LEAST_SHAKE = 0.004;
/** What comes less evenly for more than a quarter of its pulses is no train, whatever its widths: a share of the period. */
const MOST_SHAKE = 0.1;
/** Slowest and fastest train of servo pulses, ms. @source [practice] 30–560 Hz */
const PERIOD_MS = { least: 1.7, most: 34 } as const;

/** Pulses by their width, by how evenly they come, and by where the line rests at both ends. */
export function pulseEvidence(edges: Edges, { sense, frames, counts }: LineDecoding): number {
  const { length, fromNs, toNs } = frames;
  if (length < 3) return -Infinity;
  const periods = Float64Array.from({ length: length - 1 }, (_, i) => (fromNs[i + 1]! - fromNs[i]!) / 1e6);
  const usual = periods.slice().sort()[periods.length >> 1]!;
  if (usual < PERIOD_MS.least || usual > PERIOD_MS.most) return -Infinity;
  const misses = periods.map((p) => Math.abs(p / usual - Math.max(1, Math.round(p / usual))));
  const byMiss = misses.slice().sort();
  const shake = Math.max(LEAST_SHAKE, 1.48 * byMiss[misses.length >> 1]!);
  if (byMiss[Math.floor(0.75 * misses.length)]! > MOST_SHAKE) return -Infinity;
  const ends = [edges.first, edges.first ^ (edges.timesNs.length & 1)];
  const rest = 'active' in sense ? 1 - sense.active : 0;
  let bits = -KIND_BITS - counts.glitches;
  for (const level of ends) bits += level === rest ? REST_BITS / 2 : -REST_BITS / 2;
  for (let i = 0; i < length; i++) {
    const us = (toNs[i]! - fromNs[i]!) / 1000;
    bits += us >= SERVO.leastUs && us <= SERVO.mostUs ? WIDTH_BITS : -WIDTH_BITS - 3;
    if (i) bits += misses[i - 1]! < 4 * shake ? Math.max(0, -Math.log2(shake * 4.13)) : -3;
  }
  return bits;
}

/** What a whole frame of summed pulses tells a channel: its mark, and a spacing that a hand could have made. */
const CHANNEL_BITS = 5;
/** Most channels of a frame, and its longest period, ms. @source [practice] 4–16 channels each 13–40 ms */
const MOST_SUMMED = { channels: 18, periodMs: 50 } as const;

export function summedEvidence({ frames, counts }: LineDecoding): number {
  let channels = 0;
  for (const value of frames.values) if (!Number.isNaN(value)) channels++;
  const each = channels / frames.length;
  if (!frames.length || each < 3 || each > MOST_SUMMED.channels) return -Infinity;
  const periods = frames.fromNs.slice(1, frames.length).map((ns, i) => (ns - frames.fromNs[i]!) / 1e6);
  if (periods.length && periods.sort()[periods.length >> 1]! > MOST_SUMMED.periodMs) return -Infinity;
  return CHANNEL_BITS * channels - 12 * counts.bad - KIND_BITS - counts.glitches;
}
