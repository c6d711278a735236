import type { Control } from '../parts/index.js';
import type { Shaping } from '../rig/index.js';
import type { Chain } from './chain.js';

/** A chain as the second transmitter drives it; null where that has no effect. */
export function bySecond(chain: Chain): (Chain & { control: Control; shaping: Shaping }) | null {
  const { second } = chain;
  if (!second?.control || !second.shaping || second.breaks !== null) return null;
  return { ...chain, transmitter: second.transmitter, shaping: second.shaping, control: second.control };
}
