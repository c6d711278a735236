import { findChains, wishCoverage, type WishState } from '../../channels/index.js';
import type { Rig } from '../../rig/index.js';

/** How each wish stands after a change that takes none that is granted away; null where it takes one. */
export function wishesKept(before: Rig, after: Rig): WishState[] | null {
  const states = wishCoverage(after, findChains(after), null);
  const isTaken = (b: WishState): boolean =>
    b.state === 'granted' && states.find((s) => s.wish.id === b.wish.id)?.state !== 'granted';
  return wishCoverage(before, findChains(before), null).some(isTaken) ? null : states;
}
