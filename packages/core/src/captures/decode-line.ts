import {
  CRSF_TYPES,
  MAV_COMMANDS,
  PpmReader,
  SbusReader,
  byteNs,
  crsfChannels,
  crsfStream,
  mavChannels,
  mavStream,
  readPulses,
  readUart,
  withoutGlitches,
  SBUS,
  type Edges,
  type FrameStream,
  type MavFrame,
  type SbusFrame,
  type UartBytes,
} from '../signals/index.js';
import { FrameRows, MARK, type FrameTable } from './frame-table.js';
import type { Sense, SenseKind } from './sense.js';

/** What was counted on a line; fields that do not apply are 0. */
export interface LineCounts {
  /** Whole frames. */
  frames: number;
  /** Frames that failed their check. */
  bad: number;
  /** Frames whose lost flag is set. */
  lost: number;
  /** Frames whose fail-safe flag is set. */
  failsafe: number;
  /** Whole frames of a kind that is not in the table. */
  unknown: number;
  /** Whole frames of the first version, of a kind that has two. */
  firstVersion: number;
  /** Bytes on the line. */
  bytes: number;
  /** Bytes with a framing or parity error. */
  faultyBytes: number;
  /** Bytes that belong to no frame. */
  skipped: number;
  /** Spikes too short to mean anything, left out before reading. */
  glitches: number;
}

/** A line read as what it is taken for: its frames, how many of each kind, its bytes where it has any. */
export interface LineDecoding {
  sense: Sense;
  frames: FrameTable;
  counts: LineCounts;
  /** The bytes under the frames, where there are any. */
  bytes: UartBytes | null;
}

/** A silence on the wire longer than this closes a burst, ns: no talker pauses so long inside a frame. */
const GAP_NS = 1e6;

/** Of a bit: a shorter span is a spike. A bit sampled twice, one sample short, is still longer. */
export const GLITCH_BITS = 0.25;
/** Shorter spans are spikes on lines of pulses, ns. @source [practice] pulses from 500 µs on; marks of a one-wire frame from 100 µs on */
const GLITCH_NS = { pulse: 150_000, ppm: 60_000 } as const;

/** Spans shorter than this are spikes on a line taken for something, ns. */
export const glitchNs = (sense: Sense): number =>
  'format' in sense ? (GLITCH_BITS * 1e9) / sense.format.baud : GLITCH_NS[sense.kind];

/** Reads a line as what it is taken for; spikes are left out first, and counted. */
export function decodeLine(line: Edges, sense: Sense, endNs?: number): LineDecoding {
  const { edges, glitches } = withoutGlitches(line, glitchNs(sense));
  const decoding = decodeSteady(edges, sense, endNs);
  decoding.counts.glitches = glitches;
  return decoding;
}

function decodeSteady(edges: Edges, sense: Sense, endNs?: number): LineDecoding {
  if (!('format' in sense)) return sense.kind === 'pulse' ? pulseFrames(edges, sense) : ppmFrames(edges, sense);
  const bytes = readUart(edges, sense.format, endNs);
  const long = byteNs(sense.format);
  return framesOf(sense, bytes, (at, byteCount) => [bytes.fromNs[at]!, bytes.fromNs[at + byteCount - 1]! + long]);
}

/** Reads bytes without times; a frame's place stands for its time, one byte a nanosecond. */
export function decodeBytes(bytes: Uint8Array, sense: Extract<Sense, { format: unknown }>): LineDecoding {
  const faults = new Uint8Array(bytes.length);
  const fromNs = Float64Array.from(bytes, (_, i) => i);
  return framesOf(sense, { bytes, fromNs, faults }, (at, byteCount) => [at, at + byteCount], Number.POSITIVE_INFINITY);
}

const noCounts = (): LineCounts => ({
  frames: 0,
  bad: 0,
  lost: 0,
  failsafe: 0,
  unknown: 0,
  firstVersion: 0,
  bytes: 0,
  faultyBytes: 0,
  skipped: 0,
  glitches: 0,
});

function pulseFrames(edges: Edges, sense: Extract<Sense, { active: 0 | 1 }>): LineDecoding {
  const { fromNs, widthNs } = readPulses(edges, sense.active);
  const rows = new FrameRows('µs');
  const width = [0];
  for (let i = 0; i < fromNs.length; i++) {
    width[0] = widthNs[i]! / 1000;
    rows.add(fromNs[i]!, fromNs[i]! + widthNs[i]!, 'pulse', width);
  }
  return { sense, frames: rows.table(), counts: { ...noCounts(), frames: fromNs.length }, bytes: null };
}

function ppmFrames(edges: Edges, sense: Extract<Sense, { active: 0 | 1 }>): LineDecoding {
  const rows = new FrameRows('µs');
  const reader = new PpmReader(
    edges.first,
    ({ fromNs, widthsUs }) => rows.add(fromNs, fromNs + 1000 * widthsUs.reduce((a, b) => a + b, 350), 'PPM', widthsUs),
    sense.active,
  );
  reader.push(edges.timesNs);
  const { frames, bad } = reader.end();
  return { sense, frames: rows.table(), counts: { ...noCounts(), frames, bad }, bytes: null };
}

type Span = (at: number, byteCount: number) => [fromNs: number, toNs: number];
type ByteSense = Extract<Sense, { format: unknown }>;

function framesOf(sense: ByteSense, bytes: UartBytes, span: Span, gapNs = GAP_NS): LineDecoding {
  const rows = new FrameRows(sense.kind === 'mavlink' ? 'µs' : 'count');
  const counts = noCounts();
  counts.bytes = bytes.bytes.length;
  for (const fault of bytes.faults) if (fault) counts.faultyBytes++;
  if (sense.kind !== 'uart') Object.assign(counts, READ[sense.kind](rows, bytes, span, gapNs));
  return { sense, frames: rows.table(), counts, bytes };
}

type ByteKind = Exclude<SenseKind, 'pulse' | 'ppm' | 'uart'>;
type Reads = (rows: FrameRows, bytes: UartBytes, span: Span, gapNs: number) => Partial<LineCounts>;

const READ: Record<ByteKind, Reads> = {
  sbus(rows, { bytes, fromNs, faults }, span, gapNs) {
    const reader = new SbusReader((frame, at) =>
      rows.add(...span(at, SBUS.bytes), 'SBUS', frame.slots, marksOf(frame)),
    );
    for (let i = 0; i < bytes.length; i++) {
      if (i && fromNs[i]! - fromNs[i - 1]! > gapNs) reader.gap();
      reader.push(bytes[i]!, faults[i]);
    }
    return reader.end();
  },
  crsf: (rows, bytes, span) =>
    streamed(
      bytes,
      crsfStream((frame, at, byteCount) => {
        const slots = crsfChannels(frame);
        rows.add(...span(at, byteCount), slots ? 'channels' : crsfName(frame.type), slots);
      }),
    ),
  mavlink(rows, bytes, span) {
    let firstVersion = 0;
    const stream = mavStream((frame, at, byteCount) => {
      if (frame.version === 1) firstVersion++;
      rows.add(...span(at, byteCount), mavName(frame), mavChannels(frame));
    });
    return { ...streamed(bytes, stream), firstVersion };
  },
};

function streamed(bytes: UartBytes, stream: Pick<FrameStream<never>, 'push' | 'end'>): Partial<LineCounts> {
  for (let at = 0; at < bytes.bytes.length; at += 4096)
    stream.push(bytes.bytes.subarray(at, at + 4096), bytes.faults.subarray(at, at + 4096));
  return stream.end();
}

const crsfName = (type: number): string => CRSF_TYPES[type] ?? `type 0x${type.toString(16).padStart(2, '0')}`;

/** The message, and which command where it is one. */
function mavName({ message, values }: MavFrame): string {
  const command = typeof values.command === 'number' ? values.command : null;
  return command === null ? message.name : `${message.name} ${MAV_COMMANDS[command] ?? command}`;
}

const marksOf = (frame: SbusFrame): number =>
  (frame.lost ? MARK.lost : 0) |
  (frame.failsafe ? MARK.failsafe : 0) |
  (frame.digital[0] ? MARK.digital17 : 0) |
  (frame.digital[1] ? MARK.digital18 : 0);
