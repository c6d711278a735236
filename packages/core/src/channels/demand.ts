import { clamp, remap } from '../units/index.js';
import type { PartFunction } from '../parts/index.js';

/** What a function does with a width: a value in its own unit, or the window it falls in (null: none). */
export type Demand = { value: number } | { window: string | null };

/**
 * Demand of a function for a width in µs as the device sees it. Ranges are clamped at their ends;
 * a window holds from its lower edge up to, not including, its upper edge.
 */
export function demandOf(fn: PartFunction, pulseUs: number, reverse = false): Demand {
  if (fn.takes !== 'windows' && fn.takes !== 'pulse') return { value: rangeDemand(fn, pulseUs, reverse) };
  return { window: fn.windows?.[windowIndex(fn, pulseUs, reverse)]?.label ?? null };
}

/** Which of a function's windows a width falls in; −1 for none. */
export function windowIndex(fn: PartFunction, pulseUs: number, reverse: boolean): number {
  const us = reverse ? 3000 - pulseUs : pulseUs;
  const windows = fn.windows ?? [];
  for (let i = 0; i < windows.length; i++) if (us >= windows[i]!.fromUs && us < windows[i]!.toUs) return i;
  return -1;
}

/** The value of a position or rate function; sheets guarantee both ranges. */
export function rangeDemand(fn: PartFunction, pulseUs: number, reverse: boolean): number {
  const [lowUs, highUs] = fn.rangeUs ?? [1000, 2000];
  const { from, to } = fn.range ?? { from: -100, to: 100 };
  const us = clamp(pulseUs, lowUs, highUs);
  return reverse ? remap(us, lowUs, highUs, to, from) : remap(us, lowUs, highUs, from, to);
}

/** Width that asks a range function for `value`; inverse of {@link rangeDemand} inside the range. */
export function pulseForValue(fn: PartFunction, value: number, reverse: boolean): number {
  const [lowUs, highUs] = fn.rangeUs ?? [1000, 2000];
  const { from, to } = fn.range ?? { from: -100, to: 100 };
  const at = clamp(value, Math.min(from, to), Math.max(from, to));
  return reverse ? remap(at, to, from, lowUs, highUs) : remap(at, from, to, lowUs, highUs);
}
