import {
  UART,
  isOdd,
  readUart,
  withoutGlitches,
  type Edges,
  type UartBytes,
  type UartFormat,
} from '../signals/index.js';
import { decodeBytes, decodeLine, glitchNs, type LineDecoding } from './decode-line.js';
import {
  byteEvidence,
  followsLate,
  frameEvidence,
  hasTwoStops,
  isUneven,
  pulseEvidence,
  summedEvidence,
} from './evidence.js';
import { oddBytes, oddFrames, oddPulses, oddSpeed, oddVersion } from './odd.js';
import { USUAL, senseText, type Sense, type SenseKind } from './sense.js';
import { isPulseCoded } from './pulse-code.js';
import { measureSpeeds, nominalBaud, speedWithin, type Speed } from './speed.js';

/** What an unknown line may be. */
export interface Guess {
  sense: Sense;
  /** 0…1: how often a line that looks so is what it is called; see `docs/CHECKS.md` for how that was counted. */
  sure: number;
  /** Like `SBUS, 100 000 baud 8E2, inverted`. */
  text: string;
  /** What is not as usual. */
  odd: string[];
}

/** A way to read a line, and what speaks for it in bits. */
interface Reading {
  sense: Sense;
  bits: number;
  /** How much of it speaks for any bits at that speed, bytes or not: a line with a clock of its own stands on whole bits as well. */
  gridBits?: number;
  odd: () => string[];
}

/** Changes looked at: some seconds of any bus. */
const LOOK = 16_000;
/** Speeds looked at closely. */
const SPEEDS = 4;
/** What has to speak for a line before anything is claimed of it: many ways to read it were tried. */
const CLAIM_BITS = 20;
/**
 * Evidence is less than it looks, since neighbours on a line are alike: bits to one of sureness. Fitted on generated lines;
 * the reliability table of the bench counts it on others.
 */
const TEMPER = 3;
/** Bytes before bits that are no bytes: a line with a start bit for each is what benches have. */
const BYTES_BITS = 6;
/** Nothing is surer than this. */
const SUREST = 0.994;
/** A usual speed before another, and plain bytes at one that nobody uses. */
const USUAL_BITS = 4;
/** What is told by a wave that never changes its form, at most. */
const WAVE_BITS = 10;
/** Less sure than this is not said. */
const LEAST_SURE = 0.2;

/** Takes an unknown line for what explains it best; empty when nothing does. Best first. */
export function recogniseLine(edges: Edges): Guess[] {
  return weighed(readingsOf(edges)).filter((g) => g.sure > LEAST_SURE);
}

/** The likeliest way to read a line as what it is said to be; null when nothing on it is of that kind. */
export function recogniseAs(edges: Edges, kind: SenseKind): Guess | null {
  return weighed(readingsOf(edges)).find((g) => g.sense.kind === kind) ?? null;
}

function readingsOf(edges: Edges): Reading[] {
  const looked: Edges = { first: edges.first, timesNs: edges.timesNs.subarray(0, LOOK) };
  const isCoded = isPulseCoded(looked);
  return [
    ...pulseReadings(looked),
    ...measureSpeeds(looked)
      .slice(0, SPEEDS)
      .flatMap((s) => byteReadings(looked, isCoded ? { ...s, isWave: true } : s)),
  ];
}

/** Shares of all that speaks for any reading, and for none. */
function weighed(readings: readonly Reading[]): Guess[] {
  const best = readings.reduce<Reading | null>((a, b) => (a && a.bits >= b.bits ? a : b), null);
  const most = Math.max(0, best?.bits ?? 0);
  // relative to the likeliest, so that long lines do not run out of figures
  const shares = readings.map(({ bits }) => 2 ** ((bits - most) / TEMPER));
  const none = Math.max(CLAIM_BITS, (best?.gridBits ?? 0) - BYTES_BITS);
  const all = shares.reduce((a, b) => a + b, 0) + 2 ** ((none - most) / TEMPER);
  return readings
    .map(({ sense, odd }, i) => ({ sense, odd, sure: Math.min(SUREST, shares[i]! / all) }))
    .sort((a, b) => b.sure - a.sure)
    .map(({ sense, odd, sure }) => ({ sense, sure, text: senseText(sense), odd: odd() }));
}

function pulseReadings(edges: Edges): Reading[] {
  return ([1, 0] as const).flatMap((active): Reading[] => {
    const upside = active ? [] : ['upside down: pulses go low'];
    const ppm = decodeLine(edges, { kind: 'ppm', active });
    const pulse = decodeLine(edges, { kind: 'pulse', active });
    return [
      { sense: ppm.sense, bits: summedEvidence(ppm), odd: () => [...upside, ...oddFrames(ppm)] },
      { sense: pulse.sense, bits: pulseEvidence(edges, pulse), odd: () => [...upside, ...oddPulses(pulse)] },
    ].filter((r) => Number.isFinite(r.bits));
  });
}

const FORMATS = [UART['8N1'], UART['8E2'], UART['8E1'], UART['8O1']];

function byteReadings(edges: Edges, speed: Speed): Reading[] {
  return [false, true].flatMap((inverted) =>
    FORMATS.flatMap((framing) => framed(edges, speed, { baud: speed.baud, ...framing, inverted })),
  );
}

/** One speed, level and framing tried: as plain bytes, and as the frames that stand on such bytes. */
function framed(edges: Edges, speed: Speed, looked: UartFormat): Reading[] {
  const { edges: steady } = withoutGlitches(edges, glitchNs({ kind: 'uart', format: looked }));
  const first = readUart(steady, looked);
  if (!first.bytes.length) return [];
  // what speaks for it is weighed at the speed of the whole line, which other readings have as well
  const spaced = withStops(first, looked, followsLate);
  const framing: UartFormat = { ...looked, baud: speedWithin(speed, steady, first, looked) };
  const read = framing.baud === looked.baud ? first : readUart(steady, framing);
  const format = withStops(read, framing, hasTwoStops);
  const named = nominalBaud(format.baud);
  const called = { ...format, baud: named.baud };
  const told = speed.evidence * trust(first) + byteEvidence(steady, first, spaced) + (named.usual ? USUAL_BITS : 0);
  const isWave =
    speed.isWave ||
    (speed.isOneSided &&
      (faulty(first) > ONE_SIDED_FAULTY || isUneven(first, spaced) || isMotley(first) || isBeat(first)));
  const bits = isWave ? Math.min(told, WAVE_BITS) : told;
  const gridBits = speed.evidence;
  const frames = kindsOn(format).flatMap((kind): Reading[] => {
    const decoding = decodeLine(edges, { kind, format });
    if (!decoding.counts.frames) return [];
    const sense: Sense = { kind, format: called, ...versionOf(decoding) };
    const odd = (): string[] => oddBytes({ ...decoding, sense }, format.baud);
    return [{ sense, bits: bits + frameEvidence(decoding), gridBits, odd }];
  });
  const seven = format.parity === 'none' && format.stopBits === 1 ? sevenOf(read) : null;
  const plain: Reading = {
    sense: { kind: 'uart', format: seven ? { ...called, seven } : called },
    bits: bits + (seven ? SEVEN_BITS : 0),
    gridBits,
    odd: () => oddSpeed(format.baud, named),
  };
  return [plain, ...frames];
}

/** A framing with a second stop bit, where the bytes follow each other so. */
const withStops = (
  read: UartBytes,
  framing: UartFormat,
  says: (read: UartBytes, framing: UartFormat) => boolean,
): UartFormat => (says(read, framing) ? { ...framing, stopBits: 2 } : framing);

/** Different bytes that must all have one parity before their eighth bit is taken for it: by chance one line in a thousand. */
const SEVEN_LETTERS = 10;
/** What a parity that always holds says for bytes. */
const SEVEN_BITS = 10;
/** Share of clean bytes that may have the other parity. */
const SEVEN_FAULTY = 0.02;

/**
 * The parity that all eight bits of the clean bytes have together, where they have one: seven bits of data and theirs. None where the
 * eighth is always up, as the first of two stop bits is.
 */
function sevenOf({ bytes, faults }: UartBytes): NonNullable<UartFormat['seven']> | null {
  const clean = bytes.filter((_, i) => !faults[i]);
  const odd = clean.filter(isOdd).length;
  const letters = new Set(clean);
  if (letters.size < SEVEN_LETTERS || ![...letters].some((byte) => byte > 0x7f)) return null;
  const up = clean.filter((byte) => byte > 0x7f).length;
  if (up >= (1 - SEVEN_FAULTY) * clean.length) return 'none';
  if (odd <= SEVEN_FAULTY * clean.length) return 'even';
  return odd >= (1 - SEVEN_FAULTY) * clean.length ? 'odd' : null;
}

/** What most frames say of the version of their kind. */
const versionOf = ({ counts }: LineDecoding): { version?: 1 } =>
  counts.firstVersion > counts.frames / 2 ? { version: 1 } : {};

/** Share of clean bytes below which nothing is told by the speed, and above which all is. */
const CLEAN = { least: 0.75, most: 0.92 } as const;

/**
 * Changes that stand on whole bits prove a speed only as far as the bytes at that speed are bytes: every finer grid fits too,
 * and so does every line that has a clock of its own.
 */
const trust = (read: UartBytes): number =>
  Math.min(1, Math.max(0, (1 - faulty(read) - CLEAN.least) / (CLEAN.most - CLEAN.least)));

/** Share of faulty bytes. */
const faulty = ({ faults }: UartBytes): number => faults.reduce((sum, f) => sum + (f ? 1 : 0), 0) / faults.length;

/** Where all spans of a level are alike, most stop bits pass by chance: bytes would be cleaner than this. */
const ONE_SIDED_FAULTY = 0.03;

/** Letters that can all be written with spans of one length at a level: so many, one more every so many bytes, and no more. */
const ONE_SIDED_LETTERS = { least: 2, each: 10, most: 4 } as const;

/** More different clean bytes than a line with spans of one length at a level would carry: a clock with pauses makes them. */
function isMotley({ bytes, faults }: UartBytes): boolean {
  const { least, each, most } = ONE_SIDED_LETTERS;
  return new Set(bytes.filter((_, i) => !faults[i])).size > Math.min(most, least + bytes.length / each);
}

/** Nothing but bytes whose bits go up and down one by one until they rest: a clock that goes in bursts looks so. */
const isBeat = ({ bytes }: UartBytes): boolean =>
  bytes.filter((byte) => BEATS.has(byte)).length >= MOST_BEATS * bytes.length;
const BEATS: ReadonlySet<number> = new Set([0x55, 0xd5, 0xf5, 0xfd, 0xff]);
const MOST_BEATS = 0.97;

/** Kinds of frames that stand on bytes of a framing. */
function kindsOn({ parity, stopBits }: UartFormat): readonly ('sbus' | 'crsf' | 'mavlink')[] {
  if (parity === 'even' && stopBits === 2) return ['sbus'];
  return parity === 'none' ? ['crsf', 'mavlink'] : [];
}

/** Takes raw bytes for the frames that explain most of them. */
export function recogniseBytes(bytes: Uint8Array): Guess[] {
  const looked = bytes.subarray(0, LOOK);
  const readings = (['sbus', 'crsf', 'mavlink'] as const).flatMap((kind): Guess[] => {
    const usual = USUAL[kind] as Extract<Sense, { format: unknown }>;
    const decoding: LineDecoding = decodeBytes(looked, usual);
    const { counts } = decoding;
    const sense: Sense = { ...usual, ...versionOf(decoding) };
    // a share of the bytes as well: frames that stand by chance among others explain few
    const share = looked.length ? 1 - counts.skipped / looked.length : 0;
    const bits = frameEvidence(decoding);
    const sure = counts.frames ? Math.min(SUREST, share ** 0.5 / (1 + 2 ** ((CLAIM_BITS - bits) / TEMPER))) : 0;
    const odd = [...oddVersion(counts), ...(counts.bad ? [`${counts.bad} damaged frames`] : [])];
    return [{ sense, sure, text: `${senseText(sense).split(',')[0]} in bytes`, odd }];
  });
  return readings.filter((g) => g.sure > LEAST_SURE).sort((a, b) => b.sure - a.sure);
}
