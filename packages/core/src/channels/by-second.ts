import type { Control } from '../parts/index.js';
import type { Part, Shaping } from '../rig/index.js';
import type { Chain } from './chain.js';

/** A chain as the second transmitter drives it; null where that has no effect. */
export function bySecond(chain: Chain): (Chain & { control: Control; shaping: Shaping }) | null {
  const { second } = chain;
  if (!second?.control || !second.shaping || second.breaks !== null) return null;
  return { ...chain, transmitter: second.transmitter, shaping: second.shaping, control: second.control };
}

/** A chain that a control of a transmitter drives. */
type Held = Chain & { control: Control; shaping: Shaping; transmitter: Part };

/** A chain as each hand drives it that has a control for it: the pilot's, which is the chain itself, and the second one's. */
export const byEachHand = (chain: Chain): Held[] => [chain, bySecond(chain)].filter(isHeld);

const isHeld = (chain: Chain | null): chain is Held =>
  chain?.control != null && chain.shaping !== null && chain.transmitter !== null;
