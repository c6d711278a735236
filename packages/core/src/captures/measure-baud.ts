import type { Edges } from '../signals/index.js';

/** Speeds the trade sets. @source [practice] */
const BAUDS = [
  9600, 19_200, 38_400, 57_600, 100_000, 115_200, 230_400, 250_000, 400_000, 420_000, 460_800, 500_000, 921_600,
  1_000_000, 1_500_000, 1_870_000, 2_000_000,
] as const;

/** How far off a usual speed still counts as that speed. */
const NEAR_BAUD = 0.03;

const MOST_INTERVALS = 20_000;
/** Spans of more bits than this say little about the bit. */
const MOST_BITS = 9;

/**
 * Speeds the spans between changes may come from, best first: the shortest span is one, two or three bits.
 * @returns baud as measured, and how far spans miss whole bits, 0…0.5
 */
export function measureBauds({ timesNs }: Pick<Edges, 'timesNs'>): { baud: number; miss: number }[] {
  const spans = spansOf(timesNs);
  if (spans.length < 8) return [];
  const sorted = spans.slice().sort();
  // the shortest spans but for the odd glitch
  const floor = sorted[Math.floor(sorted.length * 0.02)]!;
  const near = sorted.filter((s) => s >= floor * 0.8 && s <= floor * 1.25);
  const shortest = near.reduce((a, b) => a + b, 0) / near.length;
  return [1, 2, 3]
    .map((bits) => fitted(spans, shortest / bits))
    .filter(({ baud }) => baud < 4e6 && baud > 300)
    .sort((a, b) => a.miss - b.miss);
}

function spansOf(timesNs: Float64Array): Float64Array {
  const n = Math.min(MOST_INTERVALS, timesNs.length - 1);
  return n > 0 ? Float64Array.from({ length: n }, (_, i) => timesNs[i + 1]! - timesNs[i]!) : new Float64Array(0);
}

/** Least-squares bit time about a first guess. */
function fitted(spans: Float64Array, guessNs: number): { baud: number; miss: number } {
  let bitNs = guessNs;
  for (let round = 0; round < 3; round++) {
    let up = 0;
    let down = 0;
    for (const span of spans) {
      const bits = Math.round(span / bitNs);
      if (bits < 1 || bits > MOST_BITS) continue;
      up += span * bits;
      down += bits * bits;
    }
    if (down) bitNs = up / down;
  }
  bitNs = alongRuns(spans, bitNs);
  let miss = 0;
  let counted = 0;
  for (const span of spans) {
    const bits = span / bitNs;
    if (bits > MOST_BITS + 0.5) continue;
    miss += Math.abs(bits - Math.max(1, Math.round(bits)));
    counted++;
  }
  return { baud: 1e9 / bitNs, miss: counted ? miss / counted : 0.5 };
}

/**
 * Bit time from the places of the changes in each run of spans that are whole bits: a change that shakes moves its two spans
 * against each other, and over a run that cancels. Least squares of time over bits, every run with its own start.
 */
function alongRuns(spans: Float64Array, guessNs: number): number {
  let [up, down] = [0, 0];
  let run: { bits: number; ns: number }[] = [{ bits: 0, ns: 0 }];
  const close = (): void => {
    const mean = (of: 'bits' | 'ns'): number => run.reduce((sum, at) => sum + at[of], 0) / run.length;
    const [bits, ns] = [mean('bits'), mean('ns')];
    for (const at of run) {
      up += (at.bits - bits) * (at.ns - ns);
      down += (at.bits - bits) ** 2;
    }
    run = [{ bits: 0, ns: 0 }];
  };
  for (const span of spans) {
    const bits = Math.round(span / guessNs);
    const last = run.at(-1)!;
    if (bits < 1 || bits > MOST_BITS) close();
    else run.push({ bits: last.bits + bits, ns: last.ns + span });
  }
  close();
  return down ? up / down : guessNs;
}

/** The usual speed a measured one stands for, or the measured one itself to three figures. */
export function nominalBaud(baud: number): { baud: number; usual: boolean } {
  const nearest = BAUDS.reduce((a, b) => (Math.abs(b - baud) < Math.abs(a - baud) ? b : a));
  if (Math.abs(nearest / baud - 1) <= NEAR_BAUD) return { baud: nearest, usual: true };
  return { baud: Number(baud.toPrecision(3)), usual: false };
}
