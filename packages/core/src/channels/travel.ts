/** What of its range a control reaches, and how long its channel takes to get there. */
import { goesBothWays, isWindowed } from '../parts/index.js';
import type { EditOf } from '../rig/index.js';
import { PULSE } from '../units/index.js';
import type { Chain } from './chain.js';
import { windowIndex } from './demand.js';
import { deadPress } from './place-windows.js';
import { restPositions, shapePulseUs } from './shaping.js';
import { arrivingUs, forward } from './signal-path.js';

/** The least and the most that a control asks of a function with a range; null for any other. */
export function reachOf(chain: Chain): { from: number; to: number } | null {
  if (!chain.control || !chain.fn.range) return null;
  const values = restPositions(chain.control.kind).map((at) => valueAt(chain, at));
  return values.some(Number.isNaN) ? null : { from: Math.min(...values), to: Math.max(...values) };
}

/** What a place of its control asks of a function with a range. */
function valueAt(chain: Chain, position: number): number {
  const now = forward(chain, position);
  return now && 'value' in now.demand ? now.demand.value : NaN;
}

/** Less than this share of a range is none of it: a width that wavers does as much. @source [mem] */
const NONE = 0.02;

/**
 * What a control cannot do that its function can: move it at all, or one of its two ways. Null where it does both. A drive, and a
 * place, may be kept to one side on purpose, but not come back on themselves.
 */
export function missesOf(chain: Chain): 'all' | 'one way' | null {
  const { fn } = chain;
  if (isWindowed(fn)) return stuckIn(chain) ? 'all' : null;
  const reach = reachOf(chain);
  if (!reach || !fn.range) return null;
  const hair = NONE * Math.abs(fn.range.to - fn.range.from);
  if (reach.to - reach.from < hair) return 'all';
  if (Math.abs(valueAt(chain, 1) - valueAt(chain, -1)) < hair) return 'one way';
  if (fn.takes !== 'rate' || !goesBothWays(fn)) return null;
  return reach.from > -hair / 2 || reach.to < hair / 2 ? 'one way' : null;
}

/**
 * What every place of a control asks for alike: a window, or none of them where it is pressed for one. Null where they differ, and
 * where what stands in windows is asked for none: that is said place by place, as is a dead press of a button's pulse.
 */
export function stuckIn(chain: Chain): { window: string | null } | null {
  const { control, fn } = chain;
  if (!control || !isWindowed(fn)) return null;
  const asked = restPositions(control.kind).map((at) => {
    const now = forward(chain, at);
    return now && 'window' in now.demand ? now.demand.window : null;
  });
  const [window = null] = asked;
  if (asked.some((w) => w !== window)) return null;
  return window !== null || (PRESSED.has(fn.takes) && !deadPress(chain)) ? { window } : null;
}
const PRESSED: ReadonlySet<string> = new Set(['pulse', 'momentary', 'steps']);

/** A channel that sends its control as it is, whole; null where that reaches no more. */
export function wholeChange(chain: Chain): EditOf<'shape'>['change'] | null {
  const { shaping } = chain;
  if (!shaping || shaping.locked || missesOf(chain) === null) return null;
  const whole = { lowUs: PULSE.lowUs, highUs: PULSE.highUs, subTrimUs: 0, sharePct: 100, shiftPct: 0 };
  const { points: _, ...straight } = shaping;
  if (missesOf({ ...chain, shaping: { ...straight, ...whole } })) return null;
  return { ...whole, ...(shaping.points ? { points: null } : {}) };
}

/** Seconds that a slow channel takes between two places of its control; 0 for one that sends at once. */
export function secondsBetween({ shaping }: Chain, from: number, to: number): number {
  if (!shaping?.endToEndS) return 0;
  const way = Math.abs(shapePulseUs(shaping, to) - shapePulseUs(shaping, from));
  return (way / (shaping.highUs - shaping.lowUs)) * shaping.endToEndS;
}

/** Seconds from one place of its control until the window that it asks for at another is entered; 0 for what follows at once. */
export function secondsToWindow(chain: Chain, from: number, to: number): number {
  const { shaping, fn, setup } = chain;
  const whole = secondsBetween(chain, from, to);
  if (!shaping || !whole) return 0;
  const [a, b] = [shapePulseUs(shaping, from), shapePulseUs(shaping, to)];
  const meant = windowIndex(fn, arrivingUs(chain, b), setup);
  const inside = (share: number): boolean => windowIndex(fn, arrivingUs(chain, a + (b - a) * share), setup) === meant;
  const steps = Array.from({ length: STEPS + 1 }, (_, i) => i / STEPS);
  return whole * (steps.find(inside) ?? 1);
}
const STEPS = 100;
