import { stepOf, type Movement } from './episodes.js';
import type { SlotTrack } from '../../captures/index.js';

/** What kind of control makes a movement like this. */
export type SeenKind = 'proportional' | 'two places' | 'three places' | 'momentary' | 'pulse';

/** What one slot did in one stretch. */
export interface SeenMovement {
  slot: number;
  kind: SeenKind;
  lowUs: number;
  highUs: number;
  /** Where it stood before it was touched. */
  restUs: number;
  /** Middle place of three; NaN for other kinds. */
  middleUs: number;
  /** Went up before it went down. */
  upFirst: boolean;
}

/** Away from rest shorter than this is a pulse, or a control that springs back. @source [practice] */
const PULSE_MS = 250;
const MOMENTARY_MS = 600;
/** A switch is in one of its places for all but this share of its frames. */
const IN_TRANSIT = 0.12;
/** Edges of the spread that noise may own. */
const TRIM = 0.01;

/** Reads one movement: range, places, kind and which way it went first. */
export function readMovement(track: SlotTrack, { slot, from, to }: Movement): SeenMovement {
  const values = track.slots[slot]!;
  const step = stepOf(values);
  const span = values.subarray(from, to + 1).filter((us) => !Number.isNaN(us));
  const restUs = restBefore(values, from);
  const sorted = span.slice().sort();
  const cut = Math.floor(sorted.length * TRIM);
  const lowUs = Math.min(restUs, sorted[cut]!);
  const highUs = Math.max(restUs, sorted[sorted.length - 1 - cut]!);
  const places = placesOf(span, step);
  const held = places.reduce((sum, p) => sum + p.frames, 0);
  // where it rested is a place too, though the stretch has but a frame of it
  if (!places.some((p) => Math.abs(p.us - restUs) <= 2 * step)) places.push({ us: restUs, frames: 0 });
  places.sort((a, b) => a.us - b.us);
  const isSwitch = places.length >= 2 && places.length <= 3 && held >= span.length * (1 - IN_TRANSIT) - 2;
  const kind = isSwitch ? switchKind(track, values, from, to, places.length, restUs, step) : 'proportional';
  const first = span.find((us) => Math.abs(us - restUs) > step);
  return {
    slot,
    kind,
    lowUs,
    highUs,
    restUs,
    middleUs: kind === 'three places' ? middleOf(places) : NaN,
    upFirst: (first ?? restUs) >= restUs,
  };
}

/** Median of the frames before it was touched. */
function restBefore(values: Float32Array, at: number): number {
  const before = values.subarray(Math.max(0, at - 30), at + 1).filter((us) => !Number.isNaN(us));
  return before.sort()[before.length >> 1] ?? NaN;
}

interface Place {
  us: number;
  frames: number;
}

/** Widths that are held: runs of frames that stay together, put together where they are the same place. */
function placesOf(span: Float32Array, step: number): Place[] {
  const places: Place[] = [];
  const add = (us: number, frames: number): void => {
    const near = places.find((p) => Math.abs(p.us - us) <= 2 * step);
    if (!near) places.push({ us, frames });
    else {
      near.us = (near.us * near.frames + us * frames) / (near.frames + frames);
      near.frames += frames;
    }
  };
  let start = 0;
  for (let i = 1; i <= span.length; i++) {
    if (i < span.length && Math.abs(span[i]! - span[start]!) <= step) continue;
    // a place is held for three frames at least
    if (i - start >= 3) add(span[start]!, i - start);
    start = i;
  }
  return places.sort((a, b) => a.us - b.us);
}

const middleOf = (places: readonly Place[]): number => places[1]?.us ?? NaN;

function switchKind(
  track: SlotTrack,
  values: Float32Array,
  from: number,
  to: number,
  places: number,
  restUs: number,
  step: number,
): SeenKind {
  if (places === 3) return 'three places';
  let awayMs = 0;
  for (let i = from + 1; i <= to; i++)
    if (Math.abs(values[i - 1]! - restUs) > step) awayMs += track.timesMs[i]! - track.timesMs[i - 1]!;
  // the last frame that moved is the one that came back
  if (awayMs <= PULSE_MS) return 'pulse';
  return awayMs <= MOMENTARY_MS ? 'momentary' : 'two places';
}

/** How alike two slots moved over a stretch: −1…1. */
export function likeness(track: SlotTrack, a: number, b: number, from: number, to: number): number {
  const x = track.slots[a]!;
  const y = track.slots[b]!;
  let n = 0;
  let sx = 0;
  let sy = 0;
  let sxx = 0;
  let syy = 0;
  let sxy = 0;
  for (let i = from; i <= to; i++) {
    const u = x[i]! - 1500;
    const v = y[i]! - 1500;
    if (Number.isNaN(u + v)) continue;
    n++;
    sx += u;
    sy += v;
    sxx += u * u;
    syy += v * v;
    sxy += u * v;
  }
  const down = Math.sqrt((sxx - (sx * sx) / n) * (syy - (sy * sy) / n));
  return down > 0 ? (sxy - (sx * sy) / n) / down : 0;
}
