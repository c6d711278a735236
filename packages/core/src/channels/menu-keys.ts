import type { StickGesture } from './gesture-pose.js';

/** Does something in a menu that is open, and neither opens nor leaves it. */
export const isKey = ({ does }: Pick<StickGesture, 'does'>): boolean =>
  does !== 'open' && does !== 'leave' && does !== 'second menu';

/**
 * Keys, by their ids, that a ladder loses whose resistor is another than the camera wants: some work, others do not.
 * @source [practice] that some are lost, [mem] that it is half of them
 */
export function laterKeys(gestures: readonly StickGesture[]): string[] {
  const keys = gestures.filter(isKey).map((g) => g.id);
  return keys.slice(Math.floor(keys.length / 2));
}
