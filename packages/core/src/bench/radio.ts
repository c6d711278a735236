import type { FailSafe } from '../rig/index.js';
import { SBUS } from '../signals/index.js';

/** Without a frame for this long a receiver takes the radio as lost, ms. @source [mem] about a second on most */
export const LOST_AFTER_MS = 1000;

/** Name under which a transmitter's own switch stands among the controls: below 0 it sends nothing. */
export const radioOf = (transmitter: string): string => `${transmitter}:radio`;

/** What a receiver puts out while it hears nothing. */
export interface LostOutput {
  /** Widths of its pins, µs; NaN is a silent pin. */
  pins: number[];
  /** Widths on its bus, µs; empty when the bus falls silent. */
  bus: number[];
}

/**
 * Fail-safe of every slot put to the widths last heard. A slot without a setting stays as it was. A bus frame has no
 * way to leave one slot out: a silent slot stays there as it was, unless every slot that is set is set silent.
 * @source [practice]
 */
export function lostOutput(failSafes: readonly FailSafe[], heard: readonly number[]): LostOutput {
  const quiet = failSafes.length > 0 && failSafes.every((f) => f.does === 'none');
  const bySlot = new Map(failSafes.map((f) => [f.slot - 1, f]));
  const out = (silent: (us: number) => number): number[] =>
    Array.from({ length: SBUS.slots }, (_, i) => {
      const us = heard[i] ?? NaN;
      const set = bySlot.get(i);
      if (set?.does === 'value') return set.valueUs ?? us;
      return set?.does === 'none' ? silent(us) : us;
    });
  return { pins: out(() => NaN), bus: quiet ? [] : out((us) => us) };
}
