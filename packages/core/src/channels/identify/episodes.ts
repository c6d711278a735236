import type { SlotTrack } from '../../captures/index.js';

/** Widths closer than this are the same place, µs; noisy recordings get more. */
const LEAST_STEP_US = 14;
/** A hand that pauses longer than this has let go of one control and looks for the next. */
const PAUSE_MS = 900;
/** A control that is not back where it was is still in hand for as long as this. */
const AWAY_MS = 2500;

/** A stretch in which one slot moved. */
export interface Movement {
  slot: number;
  /** First place in the track. */
  from: number;
  /** Last place in the track. */
  to: number;
  fromMs: number;
  toMs: number;
}

/** Noise of a slot: median step from one frame to the next, µs. */
function noiseOf(values: Float32Array): number {
  const steps: number[] = [];
  // every few frames are enough, and a slow wiggle does not count as noise
  for (let i = 1; i < values.length; i += 3) {
    const step = Math.abs(values[i]! - values[i - 1]!);
    if (!Number.isNaN(step)) steps.push(step);
  }
  steps.sort((a, b) => a - b);
  return steps[steps.length >> 1] ?? 0;
}

export const stepOf = (values: Float32Array): number => Math.max(LEAST_STEP_US, 6 * noiseOf(values));

/** Stretches in which a slot moved: it left the place it was last held at, and pauses within one wiggle are bridged. */
function movementsOf({ timesMs, slots }: SlotTrack, slot: number): Movement[] {
  const values = slots[slot]!;
  const step = stepOf(values);
  const found: Movement[] = [];
  let held = NaN;
  let open: Movement | null = null;
  let restUs = NaN;
  for (let i = 0; i < values.length; i++) {
    const us = values[i]!;
    if (Number.isNaN(us)) continue;
    if (Number.isNaN(held)) held = us;
    if (Math.abs(us - held) <= step) continue;
    const back = Math.abs(held - restUs) <= 2 * step;
    const tMs = timesMs[i]!;
    if (open && tMs - open.toMs <= (back ? PAUSE_MS : AWAY_MS)) {
      open.to = i;
      open.toMs = tMs;
    } else {
      restUs = held;
      open = { slot, from: Math.max(0, i - 1), to: i, fromMs: timesMs[Math.max(0, i - 1)]!, toMs: tMs };
      found.push(open);
    }
    held = us;
  }
  return found.filter((m) => spanOf(values, m) >= LEAST_SPAN * step);
}

/** Less than this many steps is a settling hand or noise, not a wiggle. */
const LEAST_SPAN = 3;

function spanOf(values: Float32Array, { from, to }: Movement): number {
  let low = Infinity;
  let high = -Infinity;
  for (let i = from; i <= to; i++) {
    low = Math.min(low, values[i]!);
    high = Math.max(high, values[i]!);
  }
  return high - low;
}

/** Slots that moved in the same stretch. */
export interface Episode {
  movements: Movement[];
  fromMs: number;
  toMs: number;
}

/** Movements of all slots gathered where they overlap in time. */
export function episodesOf(track: SlotTrack): Episode[] {
  const all = track.slots.flatMap((_, slot) => movementsOf(track, slot)).sort((a, b) => a.fromMs - b.fromMs);
  const episodes: Episode[] = [];
  for (const movement of all) {
    const last = episodes.at(-1);
    if (last && movement.fromMs <= last.toMs) {
      last.movements.push(movement);
      last.toMs = Math.max(last.toMs, movement.toMs);
    } else episodes.push({ movements: [movement], fromMs: movement.fromMs, toMs: movement.toMs });
  }
  return episodes;
}
