/** The measurement that tells most for the minutes it takes. */
import type { Measure } from './measures.js';

const bits = (p: number): number => (p > 0 ? -p * Math.log2(p) : 0);

/** Expected bits a minute; nothing else is worth a hand's move. */
const LEAST_BITS = 1e-3;

/**
 * Place of the measure with the greatest expected information per minute; null where none tells the suspects apart.
 * @param weights shares of the suspects @param readings of each suspect, in the order of the measures @param done measures taken
 */
export function nextMeasure(
  measures: readonly Measure[],
  weights: readonly number[],
  readings: readonly (readonly string[])[],
  done: ReadonlySet<number>,
): number | null {
  let best: { at: number; gain: number } | null = null;
  // what weighs next to nothing changes no choice
  const live = weights.flatMap((w, i) => (w > 1e-6 ? [i] : []));
  for (let m = 0; m < measures.length; m++) {
    if (done.has(m)) continue;
    const byReading = new Map<string, number>();
    for (const i of live) {
      const reading = readings[i]![m]!;
      byReading.set(reading, (byReading.get(reading) ?? 0) + weights[i]!);
    }
    if (byReading.size < 2) continue;
    const told = [...byReading.values()].reduce((sum, p) => sum + bits(p), 0);
    const gain = told / measures[m]!.minutes;
    if (told > LEAST_BITS && gain > (best?.gain ?? 0)) best = { at: m, gain };
  }
  return best?.at ?? null;
}
