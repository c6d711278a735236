import type { Control } from '../parts/index.js';
import { pilotTransmitter, sheetOf, type Part, type Rig, type Wish } from '../rig/index.js';
import type { Chain } from './chain.js';

/** Half of the face a control sits on; the middle is either hand's. */
export function sideOf({ x }: Pick<Control, 'x'>): 'left' | 'right' | 'both' {
  if (x > 0.4 && x < 0.6) return 'both';
  return x < 0.5 ? 'left' : 'right';
}

/** A transmitter that is not the pilot's. */
const isOperators = (rig: Rig, transmitter: Part | null): boolean =>
  transmitter !== null && transmitter.id !== pilotTransmitter(rig);

/** What a wish names and what drives its function instead. */
export interface Mismatch {
  /** What was named, in words. */
  named: string;
  /** What is there. */
  driven: string;
}

/**
 * Where a wish names something and another thing drives its function: control, hand, operator or channel. Null when all that is
 * named matches; what a wish leaves open matches anything.
 */
export function mismatchOf(rig: Rig, wish: Wish, chain: Chain): Mismatch | null {
  // an operator with a radio of its own drives the function like any pilot
  const byOperator = wish.by === 'camera operator' && !isOperators(rig, chain.transmitter);
  if (byOperator && !chain.second)
    return { named: 'the camera operator', driven: `the pilot's ${chain.control?.label ?? 'transmitter'}` };
  const control = byOperator ? (chain.second?.control ?? null) : chain.control;
  const transmitter = byOperator ? chain.second?.transmitter : chain.transmitter;
  if (wish.control && control && control.id !== wish.control) {
    const named = transmitter && sheetOf(rig, transmitter.id).controls.find((c) => c.id === wish.control);
    return { named: named?.label ?? wish.control, driven: control.label };
  }
  if (wish.hand !== 'either' && control && sideOf(control) !== 'both' && sideOf(control) !== wish.hand)
    return { named: `the ${wish.hand} hand`, driven: control.label };
  if (wish.channel !== undefined && chain.slot !== null && chain.slot !== wish.channel)
    return { named: `channel ${wish.channel}`, driven: `channel ${chain.slot}` };
  return null;
}
