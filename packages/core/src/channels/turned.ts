import type { Joint, PartFunction } from '../parts/index.js';
import { remap } from '../units/index.js';

/** A function that some modes turn from a position into a rate, or the other way round. */
export type Turning = PartFunction & { turnsTo: NonNullable<PartFunction['turnsTo']> };

export const turnsInModes = (fn: PartFunction): fn is Turning =>
  fn.turnsTo !== undefined && fn.turnsTo.takes !== fn.takes;

/**
 * What a demand of a function asks of its joint while a mode has turned it: the share of its range is the share of the joint's
 * speed, °/s, or of its way between its stick limits, °.
 */
export function turnedDemand(
  { range, takes }: PartFunction,
  { minDeg, maxDeg, speedDegPerS }: Joint,
  value: number,
): number {
  const { from, to } = range ?? { from: -100, to: 100 };
  const share = remap(value, from, to, -1, 1);
  return takes === 'position' ? share * speedDegPerS : remap(share, -1, 1, minDeg, maxDeg);
}
