import equal from 'fast-deep-equal';
import type { BenchFrame } from './observe.js';

/**
 * What of a frame is another than in the one before: hundreds of parts stand still while one is moved, and what stands
 * need not be carried from worker to page sixty times a second.
 */
export interface FrameChange {
  /** Pieces that are told whole. */
  whole: Partial<BenchFrame>;
  /** Of pieces that hold the same things as before, those that changed, by name or place. */
  within: Partial<Record<keyof BenchFrame, Record<string, unknown>>>;
}

type Keyed = Record<string, unknown>;

/** What turns a frame into the next; everything where there is none before. */
export function changeOf(before: BenchFrame | null, after: BenchFrame): FrameChange {
  if (!before) return { whole: after, within: {} };
  const change: FrameChange = { whole: {}, within: {} };
  for (const name of Object.keys(after) as (keyof BenchFrame)[]) {
    const [was, is] = [before[name], after[name]];
    if (typeof was !== 'object' || typeof is !== 'object') {
      if (was !== is) Object.assign(change.whole, { [name]: is });
    } else if (!holdsTheSame(was as Keyed, is as Keyed)) Object.assign(change.whole, { [name]: is });
    else {
      const moved = Object.entries(is).filter(([key, value]) => !equal((was as Keyed)[key], value));
      if (moved.length) change.within[name] = Object.fromEntries(moved);
    }
  }
  return change;
}

/** The frame after a change; pieces that did not change are the very same ones. */
export function changed(before: BenchFrame | null, { whole, within }: FrameChange): BenchFrame {
  const after = { ...before, ...whole } as BenchFrame;
  for (const [name, moved] of Object.entries(within) as [keyof BenchFrame, Keyed][]) {
    const was = after[name] as object;
    Object.assign(after, { [name]: Object.assign(Array.isArray(was) ? [...(was as unknown[])] : { ...was }, moved) });
  }
  return after;
}

const holdsTheSame = (one: Keyed, other: Keyed): boolean => {
  const names = Object.keys(one);
  return names.length === Object.keys(other).length && names.every((name) => name in other);
};
