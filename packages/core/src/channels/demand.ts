import { clamp, remap } from '../units/index.js';
import { isWindowed, type PartFunction } from '../parts/index.js';
import type { Binding } from '../rig/index.js';
import { deadBand } from './shaping.js';

/** What a function does with a width: a value in its own unit, or the window it falls in (null: none). */
export type Demand = { value: number } | { window: string | null };

/** How a device is set to take a function. */
export type FunctionSetup = Omit<Binding, 'part' | 'fn' | 'slot'>;

/** As the maker leaves it. */
export const PLAIN: FunctionSetup = { reverse: false };

/**
 * Demand of a function for a width in µs as the device sees it. Ranges are clamped at their ends;
 * a window holds from its lower edge up to, not including, its upper edge.
 */
export function demandOf(fn: PartFunction, pulseUs: number, setup: FunctionSetup = PLAIN): Demand {
  if (!isWindowed(fn)) return { value: rangeDemand(fn, pulseUs, setup) };
  return { window: fn.windows?.[windowIndex(fn, pulseUs, setup)]?.label ?? null };
}

/** Which of a function's windows a width falls in; −1 for none. */
export function windowIndex(fn: PartFunction, pulseUs: number, { reverse }: FunctionSetup): number {
  const us = reverse ? 3000 - pulseUs : pulseUs;
  const windows = fn.windows ?? [];
  for (let i = 0; i < windows.length; i++) if (us >= windows[i]!.fromUs && us < windows[i]!.toUs) return i;
  return -1;
}

/** Widths a device takes for the two ends of a range: its own end points, else the sheet's. */
export function inputSpan(fn: PartFunction, { lowUs, highUs }: FunctionSetup): [lowUs: number, highUs: number] {
  return [lowUs ?? fn.rangeUs?.[0] ?? 1000, highUs ?? fn.rangeUs?.[1] ?? 2000];
}

/** What a range function gives at its two ends; a rate is slower by the device's own speed. */
export function outputSpan(fn: PartFunction, { reverse, speedPct = 100 }: FunctionSetup): [from: number, to: number] {
  const { from, to } = fn.range ?? { from: -100, to: 100 };
  const scale = fn.takes === 'rate' ? speedPct / 100 : 1;
  return reverse ? [to * scale, from * scale] : [from * scale, to * scale];
}

/** The value of a position or rate function; sheets guarantee both ranges. */
export function rangeDemand(fn: PartFunction, pulseUs: number, setup: FunctionSetup): number {
  const [lowUs, highUs] = inputSpan(fn, setup);
  const [from, to] = outputSpan(fn, setup);
  const us = clamp(pulseUs, lowUs, highUs);
  const band = (setup.deadBandPct ?? 0) / 100;
  // without a dead band the plain line, so that nothing is rounded twice
  if (!band) return remap(us, lowUs, highUs, from, to);
  return remap(deadBand(remap(us, lowUs, highUs, -1, 1), band), -1, 1, from, to);
}

/** Width that asks a range function for `value`; inverse of {@link rangeDemand} inside the range. */
export function pulseForValue(fn: PartFunction, value: number, setup: FunctionSetup): number {
  const [lowUs, highUs] = inputSpan(fn, setup);
  const [from, to] = outputSpan(fn, setup);
  const at = clamp(value, Math.min(from, to), Math.max(from, to));
  const band = (setup.deadBandPct ?? 0) / 100;
  if (!band) return remap(at, from, to, lowUs, highUs);
  const x = remap(at, from, to, -1, 1);
  return remap(x === 0 ? 0 : Math.sign(x) * (band + Math.abs(x) * (1 - band)), -1, 1, lowUs, highUs);
}
