/** The measurement that tells most for the minutes it takes. */
import type { Suspect } from './explain.js';
import type { Measure } from './measures.js';

const bits = (p: number): number => (p > 0 ? -p * Math.log2(p) : 0);

/** Expected bits a minute; nothing else is worth a hand's move. */
const LEAST_BITS = 1e-3;
/** Suspects that weigh less change no choice. */
const LEAST_WEIGHT = 1e-6;

/** Readings by measure and suspect as numbers: equal numbers are equal words. */
interface Coded {
  /** A number for each suspect, measure by measure. */
  codes: readonly Uint16Array[];
  /** How many different readings a measure has. */
  kinds: readonly number[];
}

const CODED = new WeakMap<readonly Suspect[], Coded>();

/** The readings of some suspects as numbers; worked out once for a list of them. */
export function codedReadings(suspects: readonly Suspect[]): Coded {
  let coded = CODED.get(suspects);
  if (coded) return coded;
  const codes = Array.from({ length: suspects[0]?.readings.length ?? 0 }, () => new Uint16Array(suspects.length));
  const kinds = codes.map((own, m) => {
    const known = new Map<string, number>();
    suspects.forEach(({ readings }, i) => {
      const reading = readings[m]!;
      let code = known.get(reading);
      if (code === undefined) known.set(reading, (code = known.size));
      own[i] = code;
    });
    return known.size;
  });
  CODED.set(suspects, (coded = { codes, kinds }));
  return coded;
}

/**
 * Place of the measure with the greatest expected information per minute; null where none tells the suspects apart.
 * @param weights shares of the suspects @param done measures taken
 */
export function nextMeasure(
  measures: readonly Measure[],
  suspects: readonly Suspect[],
  weights: readonly number[],
  done: ReadonlySet<number>,
): number | null {
  const { codes, kinds } = codedReadings(suspects);
  let best: { at: number; gain: number } | null = null;
  const live = weights.flatMap((w, i) => (w > LEAST_WEIGHT ? [i] : []));
  const shares = new Float64Array(Math.max(0, ...kinds));
  for (let m = 0; m < measures.length; m++) {
    if (done.has(m) || kinds[m]! < 2) continue;
    const told = toldBy(codes[m]!, live, weights, shares.subarray(0, kinds[m]).fill(0));
    const gain = told / measures[m]!.minutes;
    if (told > LEAST_BITS && gain > (best?.gain ?? 0)) best = { at: m, gain };
  }
  return best?.at ?? null;
}

/** Bits that one measure tells between the suspects that count; none where all of them read alike. */
function toldBy(codes: Uint16Array, live: readonly number[], weights: readonly number[], shares: Float64Array): number {
  for (const i of live) shares[codes[i]!]! += weights[i]!;
  let [told, met] = [0, 0];
  for (const p of shares) {
    if (p > 0) met++;
    told += bits(p);
  }
  return met < 2 ? 0 : told;
}
