import {
  MARK,
  burstsOf,
  decodeBytes,
  decodeLine,
  hexOf,
  lettersOf,
  timingReport,
  valuesAt,
  type Burst,
  type Capture,
  type Guess,
  type LineDecoding,
  type Sense,
} from '@squallmark/core/captures';
import { decodeSbus } from '@squallmark/core/signals';
import { count, num } from '@squallmark/core/units';
import { InputProblem, type ExitStatus, type Options, type Shell } from '../shell.js';
import { guessBytes, guessLine, kindOf, openCapture } from './open-capture.js';

/** Frames of a recording, each line taken for what it most likely is; `--as` says it, `--line` chooses one. */
export async function decode(files: string[], { json, as, line }: Options, shell: Shell): Promise<ExitStatus> {
  const [file = ''] = files;
  const kind = kindOf(as);
  const capture = await openCapture(file, shell);
  if (capture.bytes && kind === 'sbus') return busBytes(capture.bytes, json, shell);
  const read = linesOf(capture, line, kind, file);
  const { form, leftOut, remarks } = capture;
  if (json) shell.out(JSON.stringify({ form, leftOut, remarks, lines: read.map(lineJson) }, null, 2));
  else {
    for (const said of [...leftOut.map((what) => `left out: ${what}`), ...remarks]) shell.out(said);
    for (const one of read) say(one, shell);
  }
  return 0;
}

interface ReadLine {
  name: string;
  guess: Guess | null;
  decoding: LineDecoding | null;
}

function noLine({ lines, leftOut }: Capture, wanted: string | undefined): string {
  const left = leftOut.length ? `; left out: ${leftOut.join(', ')}` : '';
  if (!lines.length) return `no line of two levels is in it${left}`;
  return `no line "${wanted}"; it has ${lines.map((l) => l.name).join(', ')}`;
}

function linesOf(
  capture: Capture,
  wanted: string | undefined,
  kind: ReturnType<typeof kindOf>,
  file: string,
): ReadLine[] {
  if (capture.bytes) {
    const guess = guessBytes(capture.bytes, kind);
    const sense = guess?.sense as Extract<Sense, { format: unknown }> | undefined;
    return [{ name: 'bytes', guess, decoding: sense ? decodeBytes(capture.bytes, sense) : null }];
  }
  const lines = capture.lines.filter((l) => wanted === undefined || l.name === wanted);
  if (!lines.length) throw new InputProblem(`${file}: ${noLine(capture, wanted)}`);
  return lines.map((l) => {
    const guess = guessLine(l, kind);
    return { name: l.name, guess, decoding: guess ? decodeLine(l, guess.sense, capture.endNs) : null };
  });
}

function lineJson({ name, guess, decoding }: ReadLine): unknown {
  if (!guess || !decoding)
    return {
      line: name,
      what: null,
      sure: 0,
      odd: [],
      sense: null,
      counts: null,
      timing: null,
      frames: [],
      bursts: [],
    };
  const { frames } = decoding;
  return {
    line: name,
    what: guess.text,
    sure: Number(guess.sure.toFixed(3)),
    odd: guess.odd,
    sense: guess.sense,
    counts: decoding.counts,
    timing: timingReport(decoding),
    frames: Array.from({ length: frames.length }, (_, i) => ({
      atNs: Math.round(frames.fromNs[i]!),
      name: frames.names[frames.kind[i]!],
      values: shown(decoding, i),
      lost: (frames.marks[i]! & MARK.lost) !== 0,
      failsafe: (frames.marks[i]! & MARK.failsafe) !== 0,
    })),
    bursts: plainBursts(decoding).map(({ fromNs, bytes, faulty }) => ({
      atNs: Math.round(fromNs),
      hex: hexOf(bytes),
      text: lettersOf(bytes),
      faulty,
    })),
  };
}

/** Bytes of a line whose bytes are all that is known. */
const plainBursts = (decoding: LineDecoding): Burst[] => (decoding.sense.kind === 'uart' ? burstsOf(decoding) : []);

/** Figures to two places, and words where a channel says something else. */
const shown = ({ frames }: LineDecoding, row: number): (number | string)[] =>
  valuesAt(frames, row).map((v) => (typeof v === 'number' ? Number(v.toFixed(2)) : v));

function say({ name, guess, decoding }: ReadLine, shell: Shell): void {
  if (!guess || !decoding) {
    shell.out(`${name}: nothing known`);
    return;
  }
  const { counts, frames } = decoding;
  const { periodMs, jitterUs, gaps } = timingReport(decoding);
  shell.out(`${name}: ${guess.text}, ${num(guess.sure * 100)} % sure`);
  for (const odd of guess.odd) shell.out(`  ◐ ${odd}`);
  const every = periodMs
    ? `, one every ${num(periodMs.usual, 2)} ms, jitter ${num(jitterUs)} µs, ${count(gaps.length, 'gap')}`
    : '';
  if (counts.glitches) shell.out(`  ${count(counts.glitches, 'spike')} too short to mean anything, left out`);
  if (decoding.sense.kind === 'uart') return sayBytes(decoding, shell);
  shell.out(
    `  ${count(counts.frames, 'frame')}${every}, ${counts.bad} damaged, ${count(counts.skipped, 'byte')} of no frame`,
  );
  for (let i = 0; i < Math.min(5, frames.length); i++)
    shell.out(
      `  ${num(frames.fromNs[i]! / 1e6, 3).padStart(10)} ms  ${frames.names[frames.kind[i]!]}  ${shown(decoding, i).join(' ')}`,
    );
  if (frames.length > 5) shell.out(`  … ${frames.length - 5} more; --json gives all`);
}

/** Lines of bytes that are shown. */
const MOST_SHOWN = 12;

function sayBytes(decoding: LineDecoding, shell: Shell): void {
  const { counts } = decoding;
  const bursts = burstsOf(decoding);
  shell.out(`  ${count(counts.bytes, 'byte')}, ${counts.faultyBytes} damaged`);
  for (const { fromNs, bytes } of bursts.slice(0, MOST_SHOWN))
    shell.out(`  ${num(fromNs / 1e6, 3).padStart(10)} ms  ${hexOf(bytes)}  ${lettersOf(bytes)}`);
  if (bursts.length > MOST_SHOWN) shell.out(`  … ${bursts.length - MOST_SHOWN} more; --json gives all`);
}

function busBytes(bytes: Uint8Array, json: boolean, shell: Shell): ExitStatus {
  const { frames, skippedBytes } = decodeSbus(bytes);
  if (json) {
    shell.out(JSON.stringify({ bus: 'sbus', frames, skippedBytes }, null, 2));
    return 0;
  }
  for (const f of frames) {
    const flags = [f.digital[0] && '17', f.digital[1] && '18', f.lost && 'lost', f.failsafe && 'fail-safe'];
    shell.out(`${f.slots.map((s) => String(s).padStart(4)).join(' ')}  ${flags.filter(Boolean).join(' ')}`);
  }
  shell.out(`${count(frames.length, 'frame')}, ${count(skippedBytes, 'byte')} skipped`);
  return 0;
}
