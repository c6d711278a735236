import type { FailSafe } from '../rig/index.js';
import { SBUS } from '../signals/index.js';

/** Without a frame for this long a receiver takes the radio as lost, ms. @source [mem] about a second on most */
export const LOST_AFTER_MS = 1000;

/** Name under which a transmitter's own switch stands among the controls: below 0 it sends nothing. */
export const radioOf = (transmitter: string): string => `${transmitter}:radio`;

/** Name under which the share of a transmitter's frames that do not arrive stands among the controls, 0…1. */
export const lossOf = (transmitter: string): string => `${transmitter}:loss`;

/** Longest run of frames that is lost by one chance, a count. */
const MOST_BURST = 64;

/**
 * Whether a frame gets lost between a transmitter and one receiver: by chance, but the same however often it is asked.
 * @param share of all frames, 0…1 @param receiver its bench index @param frame count of the frame
 * @param burst how many frames go together by one chance, 1…64; of a share that is the same
 */
export function isFrameLost(share: number, receiver: number, frame: number, burst = 1): boolean {
  if (!(share > 0)) return false;
  const run = Math.min(MOST_BURST, Math.max(1, Math.round(burst)));
  // lost when any of the last so many began a run: 1 − (1 − begins)^run is the share
  const begins = share < 1 ? 1 - (1 - share) ** (1 / run) : 1;
  for (let back = 0; back < run; back++) if (chance(receiver, frame - back) < begins) return true;
  return false;
}

/** Evenly spread over 0…1, of two whole numbers. */
function chance(receiver: number, frame: number): number {
  // integers stirred until neighbours have nothing to do with each other
  let x = Math.imul(frame + 1, 0x9e3779b1) ^ Math.imul(receiver + 1, 0x85ebca6b);
  x = Math.imul(x ^ (x >>> 16), 0x7feb352d);
  x = Math.imul(x ^ (x >>> 15), 0x846ca68b);
  return ((x ^ (x >>> 16)) >>> 0) / 2 ** 32;
}

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
