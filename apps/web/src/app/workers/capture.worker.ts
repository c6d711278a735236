import { recordBench, wiggleAll } from '@squallmark/core/bench';
import {
  burstsOf,
  csvPieces,
  decodeBytes,
  decodeLine,
  fullestTrack,
  hexOf,
  lettersOf,
  readCapture,
  recogniseAs,
  recogniseBytes,
  recogniseLine,
  rowsIn,
  timingReport,
  trackOf,
  valuesAt,
  vcdPieces,
  viewLine,
  ROW_SLOTS,
  type Capture,
  type Guess,
  type LineCounts,
  type LineDecoding,
  type LineView,
  type Sense,
  type SenseKind,
  type TimingReport,
} from '@squallmark/core/captures';
import { channelOfOutput, identify, linesOfOne, type Identified, type Touch } from '@squallmark/core/channels';
import type { Rig } from '@squallmark/core/rig';
import { AT_ONCE, captureSource, type Chunk, type LiveKind } from '@squallmark/core/sources';
import { LineWriter, byteNs, writeUart, type BusScale } from '@squallmark/core/signals';
import type { Problem } from '@squallmark/core/units';
import { expose } from 'comlink';

/** What is told of a recording that is open. */
export interface CaptureSummary {
  name: string;
  form: Capture['form'] | 'simulated rig';
  fromNs: number;
  endNs: number;
  lines: { name: string; changes: number; unknown: number }[];
  leftOut: string[];
  remarks: string[];
}

export interface DecodedLine {
  sense: Sense;
  counts: LineCounts;
  timing: TimingReport;
  /** Bytes in the runs in which they came, where nothing more is known of them. */
  bursts: { atNs: number; hex: string; text: string; faulty: number }[];
  /** Runs there are more. */
  moreBursts: number;
}

export interface SeenFrame {
  fromNs: number;
  toNs: number;
  name: string;
  marks: number;
  values: (number | string)[];
}

/** A slot over time: lowest and highest value of each step across the screen, NaN where no frame came. */
export interface SlotTrace {
  slot: number;
  low: Float32Array;
  high: Float32Array;
}

export interface SignalPicture {
  view: LineView;
  /** Frames in sight; `frames` holds them when they are few enough to be told apart. */
  inSight: number;
  traces: SlotTrace[];
  frames: SeenFrame[];
  bytes: { fromNs: number; value: number; fault: number }[];
  byteNs: number;
}

/** A line that carries channels as bytes, and what came on it. */
export interface BusLine {
  line: string;
  kind: LiveKind;
  chunks: Chunk[];
}

/** A file that was read, or why not. */
interface Loaded {
  summary: CaptureSummary | null;
  problems: Problem[];
}

/** More frames or bytes than this cannot be told apart on a screen, and are not sent. */
const MOST_SHOWN = 500;
/** Runs of bytes that are listed. */
const MOST_BURSTS = 200;
/** Time taken between frames of bytes that have no times, ns. */
const MADE_UP_NS = 7e6;
/** Bytes without times that are drawn. */
const MOST_DRAWN = 400_000;

let open: Capture | null = null;
let decoded: { line: number; decoding: LineDecoding } | null = null;
let stopped = false;

const summary = (capture: Capture, form: CaptureSummary['form'] = capture.form): CaptureSummary => ({
  name: capture.name,
  form,
  fromNs: capture.fromNs,
  endNs: capture.endNs,
  lines: capture.lines.map((l) => ({ name: l.name, changes: l.timesNs.length, unknown: l.unknown })),
  leftOut: capture.leftOut,
  remarks: capture.remarks,
});

async function* piecesOf(file: Blob): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    yield value;
    // a stop that was asked for meanwhile is heard
    await new Promise((go) => setTimeout(go));
  }
}

/** Bytes without times stand on a line of their own making, one frame after the other. */
function drawn(capture: Capture): Capture {
  const bytes = capture.bytes!.subarray(0, MOST_DRAWN);
  const sense = recogniseBytes(bytes)[0]?.sense as Extract<Sense, { format: unknown }> | undefined;
  const format = sense?.format ?? { baud: 115_200, parity: 'none' as const, stopBits: 1 as const, inverted: false };
  const line = new LineWriter(format.inverted ? 0 : 1);
  const starts = sense ? Array.from(decodeBytes(bytes, sense).frames.fromNs) : [];
  let at = MADE_UP_NS;
  let from = 0;
  for (const end of [...starts.slice(1), bytes.length]) {
    writeUart(line, bytes.subarray(from, end), format, at);
    at += Math.max(MADE_UP_NS, (end - from) * byteNs(format) * 1.5);
    from = end;
  }
  const made = { name: 'bytes (times made up)', unknown: 0, ...line.edges() };
  return { ...capture, fromNs: 0, endNs: at, lines: [made] };
}

function lineAt(index: number): Capture['lines'][number] {
  const line = open?.lines[index];
  if (!line) throw new Error('no such line in the recording');
  return line;
}

function decodingOf(index: number, sense: Sense): LineDecoding {
  const same = decoded?.line === index && JSON.stringify(decoded.decoding.sense) === JSON.stringify(sense);
  if (!same) decoded = { line: index, decoding: decodeLine(lineAt(index), sense, open!.endNs) };
  return decoded!.decoding;
}

const api = {
  /** Reads a file in pieces; what was open before stays open when it cannot be read or was stopped. */
  async load(file: File, progress: (part: number) => void): Promise<Loaded> {
    stopped = false;
    const source = { name: file.name, size: file.size, pieces: piecesOf(file) };
    const reading = await readCapture(source, { progress, stopped: () => stopped });
    if (!reading.ok) return { summary: null, problems: reading.problems };
    open = reading.value.bytes ? drawn(reading.value) : reading.value;
    decoded = null;
    return { summary: summary(open), problems: [] };
  },
  stop(): void {
    stopped = true;
  },
  /** Lines of the simulated rig while each of its controls is moved once. */
  record(rig: Rig): CaptureSummary {
    const { gestures, forMs } = wiggleAll(rig);
    const { lines, endNs } = recordBench(rig, gestures, forMs);
    open = { name: rig.name, form: 'VCD', fromNs: 0, endNs, lines, bytes: null, leftOut: [], remarks: [] };
    decoded = null;
    return summary(open, 'simulated rig');
  },
  guess: (line: number): Guess[] => recogniseLine(lineAt(line)),
  /** A line taken for a kind, at the likeliest speed and level; null when nothing on it is of that kind. */
  guessAs: (line: number, kind: SenseKind): Guess | null => recogniseAs(lineAt(line), kind),
  decode(line: number, sense: Sense): DecodedLine {
    const decoding = decodingOf(line, sense);
    const bursts = sense.kind === 'uart' ? burstsOf(decoding) : [];
    return {
      ...{ sense, counts: decoding.counts, timing: timingReport(decoding) },
      bursts: bursts.slice(0, MOST_BURSTS).map(({ fromNs, bytes, faulty }) => ({
        ...{ atNs: fromNs, hex: hexOf(bytes), text: lettersOf(bytes), faulty },
      })),
      moreBursts: Math.max(0, bursts.length - MOST_BURSTS),
    };
  },
  picture(line: number, sense: Sense | null, fromNs: number, toNs: number, columns: number): SignalPicture {
    const view = viewLine(lineAt(line), fromNs, toNs, Math.max(1, Math.round(columns)));
    if (!sense) return { view, inSight: 0, traces: [], frames: [], bytes: [], byteNs: 0 };
    const { frames, bytes } = decodingOf(line, sense);
    const [from, to] = rowsIn(frames.fromNs, frames.toNs, fromNs, toNs);
    const seen: SeenFrame[] = [];
    for (let i = from; i < to && to - from <= MOST_SHOWN; i++) seen.push(frameAt(frames, i));
    const long = 'format' in sense ? byteNs(sense.format) : 0;
    const cells: SignalPicture['bytes'] = [];
    if (bytes) {
      const [a, b] = rowsIn(bytes.fromNs, bytes.fromNs, fromNs - long, toNs);
      for (let i = a; i < b && b - a <= MOST_SHOWN; i++)
        cells.push({ fromNs: bytes.fromNs[i]!, value: bytes.bytes[i]!, fault: bytes.faults[i]! });
    }
    const traces = to - from > 3 ? tracesOf(frames, from, to, fromNs, toNs) : [];
    return { view, inSight: to - from, traces, frames: seen, bytes: cells, byteNs: long };
  },
  /** The first frame that begins after a time; null when there is none. */
  nextFrame(line: number, sense: Sense, afterNs: number): { fromNs: number; toNs: number } | null {
    const { frames } = decodingOf(line, sense);
    const [, at] = rowsIn(frames.fromNs, frames.toNs, afterNs, afterNs);
    return at < frames.length ? { fromNs: frames.fromNs[at]!, toNs: frames.toNs[at]! } : null;
  },
  /** The line that carries most channels, or all pulses together, identified against a rig. */
  identify(rig: Rig, scale: BusScale, touches: Touch[]): { line: string; found: Identified } | null {
    const tracks = (open?.lines ?? []).flatMap((line) => {
      const [guess] = recogniseLine(line);
      return guess ? [{ line: line.name, track: trackOf(decodeLine(line, guess.sense, open!.endNs), scale) }] : [];
    });
    const { lines, transmitter } = linesOfOne(rig, tracks);
    const best = fullestTrack(lines, channelOfOutput(rig, transmitter));
    return best && { line: best.line, found: identify(rig, best.track, touches, transmitter) };
  },
  /** The line that most surely is a bus with channels, with all that came on it; null where none is. */
  async bus(): Promise<BusLine | null> {
    if (!open) return null;
    const lines = open.lines.flatMap((line) => {
      const [guess] = recogniseLine(line);
      const kind = guess?.sense.kind;
      return guess && (kind === 'sbus' || kind === 'crsf') ? [{ line, kind, guess }] : [];
    });
    const [best] = lines.sort((a, b) => b.guess.sure - a.guess.sure);
    if (!best) return null;
    const chunks: Chunk[] = [];
    const source = captureSource(open, best.line, best.guess.sense, AT_ONCE);
    for await (const chunk of source.open(new AbortController().signal)) chunks.push(chunk);
    return { line: best.line.name, kind: best.kind, chunks };
  },
  write(form: 'vcd' | 'csv'): Blob {
    if (!open) throw new Error('no recording is open');
    const pieces = form === 'vcd' ? vcdPieces : csvPieces;
    return new Blob([...pieces(open.lines, open.fromNs, open.endNs)], {
      type: form === 'csv' ? 'text/csv' : 'text/plain',
    });
  },
};

/** Steps of a trace across the screen, and rows looked at for it: enough for a picture, little enough for sixty a second. */
const TRACE_STEPS = 360;
const TRACE_ROWS = 6000;

function tracesOf(frames: LineDecoding['frames'], from: number, to: number, fromNs: number, toNs: number): SlotTrace[] {
  const stride = Math.max(1, Math.ceil((to - from) / TRACE_ROWS));
  const traces = Array.from({ length: ROW_SLOTS }, (_, i): SlotTrace => ({
    slot: i + 1,
    low: new Float32Array(TRACE_STEPS).fill(NaN),
    high: new Float32Array(TRACE_STEPS).fill(NaN),
  }));
  for (let row = from; row < to; row += stride) {
    const at = Math.floor(((frames.fromNs[row]! - fromNs) / (toNs - fromNs)) * TRACE_STEPS);
    if (at < 0 || at >= TRACE_STEPS) continue;
    for (let slot = 0; slot < ROW_SLOTS; slot++) {
      const value = frames.values[row * ROW_SLOTS + slot]!;
      // below 0 a channel says something else than a width
      if (!(value >= 0)) continue;
      const { low, high } = traces[slot]!;
      low[at] = Number.isNaN(low[at]!) ? value : Math.min(low[at]!, value);
      high[at] = Number.isNaN(high[at]!) ? value : Math.max(high[at]!, value);
    }
  }
  return traces.filter((t) => t.low.some((v) => !Number.isNaN(v)));
}

const frameAt = (frames: LineDecoding['frames'], row: number): SeenFrame => ({
  fromNs: frames.fromNs[row]!,
  toNs: frames.toNs[row]!,
  name: frames.names[frames.kind[row]!]!,
  marks: frames.marks[row]!,
  values: valuesAt(frames, row),
});

export type CaptureWorkerApi = typeof api;

expose(api);
