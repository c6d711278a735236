import { PULSE, clamp, clampPulseUs } from '../units/index.js';
import type { Control } from '../parts/index.js';
import type { Shaping } from '../rig/index.js';

/**
 * Width a transmitter sends for a control position. Order: dead band, curve, reverse, end points, sub-trim.
 * @param position −1…+1, clamped; a switch rests at −1, 0 or +1
 * @returns µs inside the extended travel 988…2012
 */
export function shapePulseUs(shaping: Omit<Shaping, 'transmitter' | 'channel' | 'control'>, position: number): number {
  const curved = curve(deadBand(clamp(position, -1, 1), shaping.deadBandPct / 100), shaping.expoPct / 100);
  const turned = shaping.reverse ? -curved : curved;
  const reach = turned < 0 ? PULSE.centreUs - shaping.lowUs : shaping.highUs - PULSE.centreUs;
  return clampPulseUs(PULSE.centreUs + turned * reach + shaping.subTrimUs);
}

/** Positions a control can rest in, low to high; sticks, sliders and knobs give their ends and middle. */
export function restPositions(kind: Control['kind']): number[] {
  return kind === 'switch2' || kind === 'button' ? [-1, 1] : [-1, 0, 1];
}

/** Where a control stands when nobody touches it: sticks spring to the middle, a throttle stays low. */
export function idlePosition(kind: Control['kind'], isThrottle = false): number {
  if (isThrottle) return -1;
  return kind === 'stick' || kind === 'knob' ? 0 : -1;
}

/** Nothing inside the band; outside it the rest is stretched so that full stick stays full. */
function deadBand(x: number, band: number): number {
  const beyond = Math.abs(x) - band;
  return beyond <= 0 ? 0 : (Math.sign(x) * beyond) / (1 - band);
}

/** Cubic curve: 0 straight, positive softer about the middle, negative sharper; ends and middle stay. */
function curve(x: number, expo: number): number {
  return x * (1 - expo) + x ** 3 * expo;
}
