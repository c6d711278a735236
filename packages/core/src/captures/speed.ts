/** How fast a line speaks: bit times that its changes may come from, and how well the changes stand on whole bits. */
import { bitsPerByte, withoutGlitches, type Edges, type UartBytes, type UartFormat } from '../signals/index.js';
import { GLITCH_BITS } from './decode-line.js';

/** Speeds the trade sets. @source [practice] */
const BAUDS = [
  300, 600, 1200, 2400, 4800, 9600, 19_200, 38_400, 57_600, 100_000, 115_200, 200_000, 230_400, 250_000, 400_000,
  420_000, 460_800, 500_000, 921_600, 1_000_000, 1_500_000, 1_870_000, 2_000_000,
] as const;

/** How far off a usual speed still counts as that speed. */
const NEAR_BAUD = 0.03;
/** Slowest and fastest speed that is looked for. */
const LEAST_BAUD = 285;
const MOST_BAUD = 4e6;

const MOST_INTERVALS = 8000;
/** Spans of more bits than this say little about the bit. */
const MOST_BITS = 12;
/** Speeds closer than this are one. */
const SAME = 0.012;
/** What a spike that has to be left out costs, in bits of evidence. */
const SPIKE_BITS = 6;

/** A speed that a line may have. */
export interface Speed {
  /** As measured. */
  baud: number;
  /** How far spans miss whole bits in the middle, 0…0.5. */
  miss: number;
  /** How much likelier its changes are at this speed than at random, in bits; below 0 unlikelier. */
  evidence: number;
  /** No more than one length of span at each level, but for pauses; or none that is one bit long. Bytes seldom look so. */
  isWave: boolean;
  /** At one level all spans are of one length. */
  isOneSided: boolean;
}

/** Speeds the spans between changes may come from, likeliest first. */
export function measureSpeeds(edges: Edges): Speed[] {
  const looked: Edges = { first: edges.first, timesNs: edges.timesNs.subarray(0, MOST_INTERVALS) };
  if (looked.timesNs.length < 8) return [];
  const tried: Fitted[] = [];
  for (const guessNs of guesses(looked.timesNs)) {
    const fit = fitAt(looked, guessNs);
    const baud = 1e9 / fit.bitNs;
    if (baud > MOST_BAUD || baud < LEAST_BAUD) continue;
    if (!tried.some((t) => Math.abs(t.bitNs / fit.bitNs - 1) < SAME && t.glitches <= fit.glitches)) tried.push(fit);
  }
  // a shake has a time of its own: what is even at a slow speed must be as even, in time, at a finer one
  const slowest = Math.max(
    ...tried.filter((t) => t.miss < EVEN && t.glitches < t.spans.length / 20).map((t) => t.bitNs),
    0,
  );
  return tried.map((t) => speedOf(t, LEAST_SHAKE * Math.max(slowest, t.bitNs))).sort((a, b) => b.evidence - a.evidence);
}

/** Spans that miss whole bits by less than this stand on them. */
const EVEN = 0.08;

/** A bit time fitted to the spans of a line. */
interface Fitted {
  bitNs: number;
  /** Between the changes that are no spikes at this speed, ns. */
  spans: Float64Array;
  /** Spikes left out. */
  glitches: number;
  /** How far spans miss whole bits in the middle, 0…0.5. */
  miss: number;
}

/** Short spans taken as one, two and three bits, whatever share of them spikes make up; and the usual speeds. */
function guesses(timesNs: Float64Array): number[] {
  const sorted = Float64Array.from({ length: timesNs.length - 1 }, (_, i) => timesNs[i + 1]! - timesNs[i]!).sort();
  const anchors = [0.02, 0.06, 0.12, 0.25, 0.4].map((share) => sorted[Math.floor(sorted.length * share)]!);
  return [...anchors.flatMap((ns) => [ns, ns / 2, ns / 3]), ...BAUDS.map((baud) => 1e9 / baud)].filter((ns) => ns > 0);
}

/** A bit time near a guess, fitted to the changes that are no spikes there. */
function fitAt(edges: Edges, guessNs: number): Fitted {
  const { edges: steady, glitches } = withoutGlitches(edges, GLITCH_BITS * guessNs);
  const { timesNs } = steady;
  const spans = Float64Array.from({ length: Math.max(0, timesNs.length - 1) }, (_, i) => timesNs[i + 1]! - timesNs[i]!);
  const bitNs = alongRuns(spans, fitted(spans, guessNs));
  const misses = missesOf(spans, bitNs).sort();
  return { bitNs, spans, glitches, miss: misses.length ? misses[misses.length >> 1]! : 0.5 };
}

/** Far from a whole number of bits: no span of this speed. */
const FAR = 0.34;

/** Least-squares bit time about a first guess; spans far from whole bits have no say. */
function fitted(spans: Float64Array, guessNs: number): number {
  let bitNs = guessNs;
  for (let round = 0; round < 3; round++) {
    let up = 0;
    let down = 0;
    for (const span of spans) {
      const bits = Math.round(span / bitNs);
      if (bits < 1 || bits > MOST_BITS || Math.abs(span / bitNs - bits) > FAR) continue;
      up += span * bits;
      down += bits * bits;
    }
    if (down) bitNs = up / down;
  }
  return bitNs;
}

/**
 * Bit time from the places of the changes in each run of spans that are whole bits: a change that shakes moves its two spans
 * against each other, and over a run that cancels.
 */
function alongRuns(spans: Float64Array, guessNs: number): number {
  const slope = new Slope();
  for (const span of spans) {
    const bits = Math.round(span / guessNs);
    if (bits < 1 || bits > MOST_BITS || Math.abs(span / guessNs - bits) > FAR) slope.begin();
    else slope.step(bits, span);
  }
  return slope.bitNs() ?? guessNs;
}

/** Least squares of time over bits, over runs that each have their own start. */
class Slope {
  private up = 0;
  private down = 0;
  private run: { bits: number; ns: number }[] = [{ bits: 0, ns: 0 }];

  /** Another run begins. */
  begin(): void {
    const mean = (of: 'bits' | 'ns'): number => this.run.reduce((sum, at) => sum + at[of], 0) / this.run.length;
    const [bits, ns] = [mean('bits'), mean('ns')];
    for (const at of this.run) {
      this.up += (at.bits - bits) * (at.ns - ns);
      this.down += (at.bits - bits) ** 2;
    }
    this.run = [{ bits: 0, ns: 0 }];
  }

  /** The next change of the run, so much after the one before. */
  step(bits: number, ns: number): void {
    const last = this.run.at(-1)!;
    this.run.push({ bits: last.bits + bits, ns: last.ns + ns });
  }

  bitNs(): number | null {
    this.begin();
    return this.down ? this.up / this.down : null;
  }
}

/**
 * Clean bytes, and their share, that say more of their speed than all changes of the line do; and by how much they say something else:
 * no more than half a bit from byte to byte makes.
 */
const WITHIN = { bytes: 12, share: 0.92, off: 0.01, most: 0.05 } as const;

/**
 * The speed by the bytes alone. A sender that waits a part of a bit from byte to byte moves all that follows off the bits of the line,
 * and its changes taken together then have a speed that none of its bytes has. Only changes the way of the start bit count: one way may
 * be slower than the other.
 */
export function speedWithin({ miss }: Speed, { timesNs }: Edges, read: UartBytes, format: UartFormat): number {
  // taken too seldom, changes do not tell of which bit they are
  if (miss > EVEN) return format.baud;
  const bitNs = 1e9 / format.baud;
  const lastNs = (bitsPerByte(format) - format.stopBits - 0.5) * bitNs;
  const slope = new Slope();
  let at = 0;
  let clean = 0;
  read.fromNs.forEach((startNs, i) => {
    if (read.faults[i]) return;
    clean++;
    while (timesNs[at]! < startNs) at++;
    slope.begin();
    for (let k = at + 2; k < timesNs.length && timesNs[k]! - startNs < lastNs; k += 2) {
      const ns = timesNs[k]! - timesNs[k - 2]!;
      slope.step(Math.round((timesNs[k]! - startNs) / bitNs) - Math.round((timesNs[k - 2]! - startNs) / bitNs), ns);
    }
  });
  const isTold = clean >= Math.max(WITHIN.bytes, WITHIN.share * read.bytes.length);
  const within = (isTold ? slope.bitNs() : null) ?? bitNs;
  const off = Math.abs(within / bitNs - 1);
  return off > WITHIN.off && off < WITHIN.most ? 1e9 / within : format.baud;
}

/** Share of spans taken to have no part in the bits at all. */
const STRAY = 0.04;
/** Spans of even the best line shake by so much of a bit. */
const LEAST_SHAKE = 0.02;

/** How far each span that is short enough to tell misses a whole number of bits, in bits. */
function missesOf(spans: Float64Array, bitNs: number): Float64Array {
  const short = spans.filter((span) => span <= (MOST_BITS + 0.5) * bitNs);
  return short.map((span) => Math.abs(span / bitNs - Math.max(1, Math.round(span / bitNs))));
}

/** What the places of the changes are worth against spans of any length. */
function speedOf({ bitNs, spans, glitches, miss }: Fitted, leastShakeNs: number): Speed {
  const misses = missesOf(spans, bitNs);
  const near = misses.filter((m) => m < FAR);
  const shake = Math.max(
    leastShakeNs / bitNs,
    Math.sqrt(near.reduce((sum, m) => sum + m * m, 0) / Math.max(1, near.length)),
  );
  let evidence = -SPIKE_BITS * glitches;
  for (const m of misses) {
    const density = Math.exp(-0.5 * (m / shake) ** 2) / (shake * Math.sqrt(2 * Math.PI));
    evidence += Math.log2((1 - STRAY) * density + STRAY);
  }
  return { baud: 1e9 / bitNs, miss, evidence, ...waveOf(spans, bitNs) };
}

/** Spans of another length than the usual one that a wave may have, as a share. */
const UNLIKE = 0.03;

/** No byte holds a level for longer than its start bit and eight of data: what is longer is a pause. */
const LONGEST_BITS = 9;

/** One length at each level and pauses, next to nothing else: a clock or a lamp does that, and bytes that are all alike. */
function waveOf(spans: Float64Array, bitNs: number): Pick<Speed, 'isWave' | 'isOneSided'> {
  const isEven = [0, 1].map((level) => {
    const many = new Uint32Array(LONGEST_BITS + 1);
    for (let i = level; i < spans.length; i += 2) {
      const bits = Math.round(spans[i]! / bitNs);
      if (bits <= LONGEST_BITS) many[bits]!++;
    }
    const all = many.reduce((a, b) => a + b, 0);
    return all - Math.max(...many) <= UNLIKE * all;
  });
  return { isWave: isEven.every(Boolean) || !hasSingles(spans, bitNs), isOneSided: isEven.some(Boolean) };
}

/** Share of spans one bit long that bytes have at least. */
const SINGLES = 0.02;

function hasSingles(spans: Float64Array, bitNs: number): boolean {
  const short = spans.filter((span) => span <= (MOST_BITS + 0.5) * bitNs);
  return short.filter((span) => span < 1.5 * bitNs).length >= SINGLES * short.length;
}

/** The usual speed a measured one stands for, or the measured one itself to four figures. */
export function nominalBaud(baud: number): { baud: number; usual: boolean } {
  const nearest = BAUDS.reduce((a, b) => (Math.abs(b - baud) < Math.abs(a - baud) ? b : a));
  if (Math.abs(nearest / baud - 1) <= NEAR_BAUD) return { baud: nearest, usual: true };
  return { baud: Number(baud.toPrecision(4)), usual: false };
}
