import { pctToPulse, pulseToPct } from '../units/index.js';

/** The two schools of scale: counts that mean microseconds, counts that mean per cent of travel. */
export type BusScale = 'micro' | 'percent';

/**
 * A count as the µs a device of this school takes it for. Not rounded, not clamped.
 * @source [practice] (a) 172…992…1811 ≙ 988…1500…2012 µs, µs = 880 + 0.625 × count;
 * (b) 352…1024…1696 ≙ −100…0…+100 %
 */
export function countToPulseUs(scale: BusScale, count: number): number {
  return scale === 'micro' ? 880 + 0.625 * count : pctToPulse((count - 1024) / 6.72);
}

/** The count a talker of this school sends for a width; rounded to a whole count, 0…2047. */
export function pulseUsToCount(scale: BusScale, pulseUs: number): number {
  const count = scale === 'micro' ? (pulseUs - 880) / 0.625 : 1024 + pulseToPct(pulseUs) * 6.72;
  return Math.min(2047, Math.max(0, Math.round(count)));
}
