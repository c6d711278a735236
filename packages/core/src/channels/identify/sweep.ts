import type { PartFunction, PulseWindow, Sheet } from '../../parts/index.js';
import type { SlotTrack } from '../../captures/index.js';

/** Time a hand takes from seeing a change to tapping, where nothing better is known. @source [practice] */
const REACTION_MS = 250;

/** Windows found by a slow sweep. */
export interface SweptWindows {
  /** Widths at which the device changed, rising, µs. */
  edgesUs: number[];
  windows: { fromUs: number; toUs: number }[];
  /** Half of the greatest difference between the way up and the way down, µs; NaN when only one was swept. */
  spreadUs: number;
  /** A tap fell where nothing moved, or the two ways do not have the same number of changes. */
  odd: string[];
}

interface Leg {
  up: boolean;
  fromMs: number;
  toMs: number;
}

/**
 * Windows of a function from a slow sweep of one slot and a tap at each change the eye saw. Up and down cancel the eye's
 * delay; with one way only, a usual delay is taken off.
 * @param slot from 1
 */
export function sweptWindows(track: SlotTrack, slot: number, tapsMs: readonly number[]): SweptWindows {
  const values = track.slots[slot - 1] ?? new Float32Array(0);
  const legs = legsOf(track.timesMs, values);
  const odd: string[] = [];
  const byWay = { up: [] as number[], down: [] as number[] };
  for (const tap of tapsMs) {
    const leg = legs.find((l) => tap >= l.fromMs && tap <= l.toMs + 2 * REACTION_MS);
    if (leg) byWay[leg.up ? 'up' : 'down'].push(tap);
    else odd.push(`a tap at ${(tap / 1000).toFixed(1)} s, where nothing moved`);
  }
  const at = (tap: number): number => valueAt(track.timesMs, values, tap);
  const sorted = (taps: number[], delay: number): number[] => taps.map((t) => at(t - delay)).sort((a, b) => a - b);
  const both = byWay.up.length > 0 && byWay.up.length === byWay.down.length;
  if (byWay.up.length && byWay.down.length && !both)
    odd.push(`${byWay.up.length} changes on the way up, ${byWay.down.length} on the way down`);
  let edgesUs: number[];
  let spreadUs = NaN;
  if (both) {
    const up = sorted(byWay.up, 0);
    const down = sorted(byWay.down, 0);
    edgesUs = up.map((us, i) => (us + down[i]!) / 2);
    spreadUs = Math.max(...up.map((us, i) => Math.abs(us - down[i]!) / 2));
  } else edgesUs = sorted(byWay.up.length >= byWay.down.length ? byWay.up : byWay.down, REACTION_MS);
  edgesUs = edgesUs.map((us) => Math.round(us));
  const ends = [800, ...edgesUs, 2200];
  const windows = ends.slice(1).map((toUs, i) => ({ fromUs: ends[i]!, toUs }));
  return { edgesUs, windows, spreadUs, odd };
}

/** Stretches of one direction, over a good part of the travel. */
function legsOf(timesMs: Float64Array, values: Float32Array): Leg[] {
  const legs: Leg[] = [];
  let start = 0;
  let extreme = 0;
  let up: boolean | null = null;
  const close = (to: number): void => {
    if (up !== null && Math.abs(values[to]! - values[start]!) > 200)
      legs.push({ up, fromMs: timesMs[start]!, toMs: timesMs[to]! });
  };
  for (let i = 1; i < values.length; i++) {
    const away = values[i]! - values[extreme]!;
    if (up === null) {
      if (Math.abs(away) > 20) up = away > 0;
      else continue;
    }
    if (up ? away >= 0 : away <= 0) extreme = i;
    else if (Math.abs(away) > 40) {
      close(extreme);
      start = extreme;
      extreme = i;
      up = !up;
    }
  }
  close(extreme);
  return legs;
}

function valueAt(timesMs: Float64Array, values: Float32Array, timeMs: number): number {
  let low = 0;
  let high = timesMs.length - 1;
  while (low < high) {
    const mid = (low + high + 1) >>> 1;
    if (timesMs[mid]! <= timeMs) low = mid;
    else high = mid - 1;
  }
  return values[low] ?? NaN;
}

/** A sheet with a function's windows as they were swept, one revision on. Labels are given in rising order. */
export function sheetWithWindows(
  sheet: Sheet,
  fn: Pick<PartFunction, 'id'>,
  windows: readonly { fromUs: number; toUs: number }[],
  labels: readonly string[],
): Sheet {
  const named: PulseWindow[] = windows.map((w, i) => ({ ...w, label: labels[i]?.trim() || `place ${i + 1}` }));
  return {
    ...sheet,
    revision: sheet.revision + 1,
    functions: sheet.functions.map((f) => (f.id === fn.id ? { ...f, windows: named } : f)),
  };
}
