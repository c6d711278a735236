import { SBUS, UART, bitsPerByte, levelAt, readUart, type Edges, type UartFormat } from '../signals/index.js';
import { groups3, num } from '../units/index.js';
import { decodeBytes, decodeLine, type LineDecoding } from './decode-line.js';
import { measureBauds, nominalBaud } from './measure-baud.js';
import { USUAL, senseText, type Sense } from './sense.js';
import { timingReport } from './timing-report.js';

/** What an unknown line may be. */
export interface Guess {
  sense: Sense;
  /** 0…1: share of the line it explains, less where there is little of it. */
  sure: number;
  /** Like `SBUS, 100 000 baud 8E2, inverted`. */
  text: string;
  /** What is not as usual. */
  odd: string[];
}

/** Changes looked at: some seconds of any bus. */
const LOOK = 40_000;
/** A speed off by this much is said. */
const SPEED_OFF = 0.015;

/** Takes an unknown line for what explains it best; empty when nothing does. Best first. */
export function recogniseLine(edges: Edges): Guess[] {
  const looked: Edges = { first: edges.first, timesNs: edges.timesNs.subarray(0, LOOK) };
  const guesses = [...pulseGuesses(looked), ...byteGuesses(looked)];
  return ranked(guesses);
}

/** Takes raw bytes for the frames that explain most of them. */
export function recogniseBytes(bytes: Uint8Array): Guess[] {
  const looked = bytes.subarray(0, LOOK);
  const guesses = (['sbus', 'crsf', 'mavlink'] as const).map((kind): Guess => {
    const sense = USUAL[kind] as Extract<Sense, { format: unknown }>;
    const { counts } = decodeBytes(looked, sense);
    const share = looked.length ? 1 - counts.skipped / looked.length : 0;
    const text = `${senseText(sense).split(',')[0]} in bytes`;
    return {
      sense,
      sure: share * enough(counts.frames, 5),
      text,
      odd: counts.bad ? [`${counts.bad} damaged frames`] : [],
    };
  });
  return ranked(guesses);
}

const ranked = (guesses: Guess[]): Guess[] => guesses.filter((g) => g.sure > 0.2).sort((a, b) => b.sure - a.sure);

/** Few frames prove little: half as sure at `half` of them. */
const enough = (n: number, half: number): number => n / (n + half);

function pulseGuesses(edges: Edges): Guess[] {
  return ([1, 0] as const).flatMap((active): Guess[] => {
    const odd = active ? [] : ['upside down: pulses go low'];
    const ppm = decodeLine(edges, { kind: 'ppm', active });
    const { frames, bad } = ppm.counts;
    if (frames >= 2 && frames > 4 * bad) {
      const sure = (frames / (frames + bad)) * enough(frames, 1);
      return [guessOf(ppm, sure, [...odd, ...oddFrames(ppm)])];
    }
    const pulse = decodeLine(edges, { kind: 'pulse', active });
    const sure = pulseSure(pulse);
    return sure ? [guessOf(pulse, sure, [...odd, ...oddPulses(pulse)])] : [];
  });
}

const guessOf = ({ sense }: LineDecoding, sure: number, odd: string[]): Guess => ({
  sense,
  sure,
  text: senseText(sense),
  odd,
});

/** Share of pulses of a width and at a period that servos know. */
function pulseSure({ frames }: LineDecoding): number {
  let good = 0;
  for (let i = 1; i < frames.length; i++) {
    const us = (frames.toNs[i]! - frames.fromNs[i]!) / 1000;
    const periodUs = (frames.fromNs[i]! - frames.fromNs[i - 1]!) / 1000;
    if (us >= 500 && us <= 2500 && periodUs >= 2400 && periodUs <= 30_000) good++;
  }
  return frames.length > 2 ? (good / (frames.length - 1)) * enough(good, 2) : 0;
}

function oddPulses(pulse: LineDecoding): string[] {
  const { periodMs, outOfRange } = timingReport(pulse);
  const odd: string[] = [];
  if (periodMs && (periodMs.usual < 18 || periodMs.usual > 23))
    odd.push(`${num(1000 / periodMs.usual)} pulses a second; 50 is usual`);
  if (outOfRange) odd.push(`${outOfRange} pulses outside 800–2200 µs`);
  return odd;
}

function oddFrames(ppm: LineDecoding): string[] {
  const { periodMs } = timingReport(ppm);
  const { bad } = ppm.counts;
  return [
    ...(periodMs && Math.abs(periodMs.usual - 22.5) > 1
      ? [`a frame every ${num(periodMs.usual, 1)} ms; 22.5 is usual`]
      : []),
    ...(bad ? [`${bad} damaged frames`] : []),
  ];
}

const FORMATS = [UART['8E2'], UART['8N1'], UART['8E1'], UART['8O1']];

function byteGuesses(edges: Edges): Guess[] {
  const speeds = measureBauds(edges).slice(0, 2);
  return speeds.flatMap(({ baud }) => {
    const idle = restLevel(edges, 1e9 / baud);
    return [idle === 0, idle === 1].flatMap((inverted) =>
      FORMATS.flatMap((form) => formatGuess(edges, { baud, ...form, inverted }, inverted === (idle === 0))),
    );
  });
}

/** Level the line rests at: that of its longest span, or of its beginning when no span is longer than a byte. */
function restLevel(edges: Edges, bitNs: number): 0 | 1 {
  const { timesNs } = edges;
  let longest = 0;
  let at = 0;
  for (let i = 1; i < timesNs.length; i++)
    if (timesNs[i]! - timesNs[i - 1]! > longest) {
      longest = timesNs[i]! - timesNs[i - 1]!;
      at = i;
    }
  return longest > 12 * bitNs ? levelAt(edges, timesNs[at - 1]!) : edges.first;
}

/** One speed, sense and framing tried: as frames when it makes frames, else as plain bytes. */
function formatGuess(edges: Edges, format: UartFormat, rests: boolean): Guess[] {
  const read = readUart(edges, format);
  const total = read.bytes.length;
  if (!total) return [];
  const clean = 1 - read.faults.reduce((sum, f) => sum + (f ? 1 : 0), 0) / total;
  if (clean < 0.6) return [];
  const named = nominalBaud(format.baud);
  const kinds =
    format.parity === 'even' && format.stopBits === 2
      ? (['sbus'] as const)
      : format.parity === 'none'
        ? (['crsf', 'mavlink'] as const)
        : [];
  for (const kind of kinds) {
    const decoding = decodeLine(edges, { kind, format });
    const share = (1 - decoding.counts.skipped / total) * enough(decoding.counts.frames, 0.5);
    if (decoding.counts.frames && share > 0.3) {
      const sense: Sense = { kind, format: { ...format, baud: named.baud } };
      return [{ sense, sure: share, text: senseText(sense), odd: oddBytes(decoding, format.baud) }];
    }
  }
  // chance alone passes every second parity bit: a framing that holds it throughout is believed before one that has none
  const believed = format.parity === 'none' ? 0.8 : format.stopBits === 2 && !spaced(read.fromNs, format) ? 0 : 0.85;
  const sense: Sense = { kind: 'uart', format: { ...format, baud: named.baud } };
  const sure = clean ** 4 * believed * enough(total, 8) * (rests ? 1 : 0.5);
  return [{ sense, sure, text: senseText(sense), odd: oddSpeed(format.baud, named) }];
}

/** No two bytes are closer than this framing takes. */
function spaced(fromNs: Float64Array, format: UartFormat): boolean {
  const leastNs = ((bitsPerByte(format) - 0.4) * 1e9) / format.baud;
  for (let i = 1; i < fromNs.length; i++) if (fromNs[i]! - fromNs[i - 1]! < leastNs) return false;
  return true;
}

function oddSpeed(measured: number, named: { baud: number; usual: boolean }): string[] {
  if (!named.usual) return [`${groups3(named.baud)} baud is no usual speed`];
  const off = measured / named.baud - 1;
  return Math.abs(off) > SPEED_OFF ? [`speed is ${num(Math.abs(off) * 100, 1)} % ${off > 0 ? 'high' : 'low'}`] : [];
}

function oddBytes(decoding: LineDecoding, measured: number): string[] {
  const { sense, counts } = decoding;
  const usual = USUAL[sense.kind];
  const odd: string[] = [];
  const named = nominalBaud(measured);
  if ('format' in sense && 'format' in usual && sense.format.inverted !== usual.format.inverted)
    odd.push(
      usual.format.inverted
        ? 'not inverted: a device that wants the usual bus hears nothing'
        : 'inverted: a device that wants the usual line hears nothing',
    );
  odd.push(...oddSpeed(measured, named));
  if (named.usual && sense.kind === 'sbus' && named.baud !== SBUS.baud)
    odd.push(`${groups3(named.baud)} baud; 100 000 is usual`);
  if (named.usual && sense.kind === 'crsf' && named.baud !== 420_000)
    odd.push(`${groups3(named.baud)} baud; 420 000 is usual`);
  if (counts.failsafe) odd.push(`${counts.failsafe} frames say fail-safe`);
  if (counts.lost > counts.failsafe) odd.push(`${counts.lost} frames say the radio was lost`);
  if (counts.bad) odd.push(`${counts.bad} damaged frames`);
  return odd;
}
