import { PULSE, clamp, clampPulseUs } from '../units/index.js';
import type { Control } from '../parts/index.js';
import type { Shaping } from '../rig/index.js';

/** What a channel does with its control. */
export type Shape = Omit<Shaping, 'transmitter' | 'channel' | 'control' | 'locked'>;

/**
 * Width a transmitter sends for a control position. Order: dead band, curve, weight and offset, reverse, end points,
 * sub-trim. The speed limit is a matter of time and not in here.
 * @param position −1…+1, clamped; a switch rests at −1, 0 or +1
 * @returns µs inside the extended travel 988…2012
 */
export function shapePulseUs(shaping: Shape, position: number): number {
  const curved = bend(shaping, deadBand(clamp(position, -1, 1), shaping.deadBandPct / 100));
  const mixed = (curved * (shaping.sharePct ?? 100) + (shaping.shiftPct ?? 0)) / 100;
  const turned = shaping.reverse ? -mixed : mixed;
  const reach = turned < 0 ? PULSE.centreUs - shaping.lowUs : shaping.highUs - PULSE.centreUs;
  return clampPulseUs(PULSE.centreUs + turned * reach + shaping.subTrimUs);
}

/** Positions a control can rest in, low to high; sticks, sliders and knobs give their ends and middle. */
export function restPositions(kind: Control['kind']): number[] {
  return kind === 'switch2' || kind === 'button' ? [-1, 1] : [-1, 0, 1];
}

/** Nothing inside the band; outside it the rest is stretched so that full stick stays full. */
export function deadBand(x: number, band: number): number {
  const beyond = Math.abs(x) - band;
  return beyond <= 0 ? 0 : (Math.sign(x) * beyond) / (1 - band);
}

/** Height of the curve at a place of the control, both −1…+1, before weight, reverse and end points. */
export const curveAt = (shape: Shape, x: number): number => bend(shape, clamp(x, -1, 1));

/** The curve as it is, taken at so many equal steps, per cent: where an own curve begins. */
export const curvePoints = (shape: Shape, count: number): number[] =>
  Array.from({ length: count }, (_, i) => evenRound(100 * curveAt(shape, -1 + (2 * i) / (count - 1))));

/** Halves go away from zero on both sides: a curve that is even stays so. */
const evenRound = (pct: number): number => Math.sign(pct) * Math.round(Math.abs(pct)) + 0;

/** Points when there are any, straight between them; else the cubic. */
function bend({ points, softPct }: Shape, x: number): number {
  return points ? between(points, x) : cubic(x, softPct / 100);
}

function between(points: readonly number[], x: number): number {
  const at = ((x + 1) / 2) * (points.length - 1);
  const left = Math.min(points.length - 2, Math.floor(at));
  return (points[left]! + (points[left + 1]! - points[left]!) * (at - left)) / 100;
}

/** 0 straight, positive softer about the middle, negative sharper; ends and middle stay. */
function cubic(x: number, expo: number): number {
  return x * (1 - expo) + x ** 3 * expo;
}

/** Steps over the travel in which an inverse is looked for. */
const STEPS = 400;

/**
 * Control position that sends a width; the one nearest the middle where several do, as inside a dead band.
 * Null when no position sends it.
 */
export function positionFor(shaping: Shape, pulseUs: number): number | null {
  let best: number | null = null;
  for (let i = 0; i < STEPS; i++) {
    const a = -1 + (2 * i) / STEPS;
    const found = crossing(shaping, pulseUs, a, a + 2 / STEPS);
    if (found !== null && (best === null || Math.abs(found) < Math.abs(best))) best = found;
  }
  return best;
}

/** Closer than this, in µs, is the same width. */
const SAME_US = 1e-6;

function crossing(shaping: Shape, pulseUs: number, from: number, to: number): number | null {
  const miss = (x: number): number => shapePulseUs(shaping, x) - pulseUs;
  let [a, b] = Math.abs(from) < Math.abs(to) ? [from, to] : [to, from];
  if (Math.abs(miss(a)) <= SAME_US) return a;
  if (Math.abs(miss(b)) <= SAME_US) return b;
  if (miss(a) > 0 === miss(b) > 0) return null;
  const above = miss(b) > 0;
  for (let i = 0; i < 60; i++) {
    const mid = (a + b) / 2;
    if (miss(mid) > 0 === above) b = mid;
    else a = mid;
  }
  return (a + b) / 2;
}
