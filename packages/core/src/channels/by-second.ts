import type { Control, PartFunction } from '../parts/index.js';
import { oncePerRig, sheetOf, type Part, type Rig, type Shaping } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { findChains, type Chain } from './chain.js';
import { fitOf, type Fit } from './fit.js';
import { idleAt, isThrottle } from './sticks.js';

/** A chain as the second transmitter drives it; null where that has no effect. */
export function bySecond(chain: Chain): (Chain & { control: Control; shaping: Shaping }) | null {
  const { second } = chain;
  if (!second?.control || !second.shaping || second.breaks !== null) return null;
  return { ...chain, transmitter: second.transmitter, shaping: second.shaping, control: second.control };
}

/** A chain that a control of a transmitter drives. */
export type HandChain = Chain & { control: Control; shaping: Shaping; transmitter: Part };

/** A chain as each hand drives it that has a control for it: the pilot's, which is the chain itself, and the second one's. */
export const byEachHand = (chain: Chain): HandChain[] => [chain, bySecond(chain)].filter(isHeld);

const isHeld = (chain: Chain | null): chain is HandChain =>
  chain?.control != null && chain.shaping !== null && chain.transmitter !== null;

/** Everything that a control of a transmitter moves. */
export const movedBy = (rig: Rig, transmitter: string, control: string): readonly PartFunction[] =>
  allMoved(rig).get(`${transmitter} ${control}`) ?? [];

const allMoved = oncePerRig((rig): ReadonlyMap<string, PartFunction[]> => {
  const held = groupBy(findChains(rig).flatMap(byEachHand), (c) => `${c.transmitter.id} ${c.control.id}`);
  return new Map([...held].map(([hand, chains]) => [hand, chains.map((c) => c.fn)]));
});

/** How a control stands in a hand: where it rests, and whether it is a throttle that stays where it is left. */
export interface Grip {
  /** −1…+1. */
  at: number;
  /** It does not spring; null where nobody knows. */
  isThrottle: boolean | null;
}

/** How the control of a chain stands in its hand. A second transmitter flies nothing: which of its sticks stays is its user's affair. */
export function gripOf(rig: Rig, { transmitter, control, fn, second }: HandChain): Grip {
  const sender = { part: transmitter, sheet: sheetOf(rig, transmitter.id) };
  if (control.kind === 'stick' && second?.transmitter.id === transmitter.id) return { at: 0, isThrottle: null };
  const moves = movedBy(rig, transmitter.id, control.id);
  return { at: idleAt(sender, control, moves.includes(fn) ? moves : [fn]), isThrottle: isThrottle(sender, control.id) };
}

/** How the control of a chain fits what it moves; where nobody knows whether it stays, the better of the two. */
export function fitInHand(rig: Rig, chain: HandChain): Fit {
  const { isThrottle } = gripOf(rig, chain);
  const fits = (isThrottle === null ? [true, false] : [isThrottle]).map((stays) =>
    fitOf(chain.fn, chain.control, stays),
  );
  return fits.find((f) => f.grade === 'well') ?? fits[0]!;
}
