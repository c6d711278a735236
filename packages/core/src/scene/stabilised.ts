import type { Joint } from '../parts/index.js';
import { clamp } from '../units/index.js';
import { axisOf, chainTurn, LEVEL, turnAbout, turned, within, type Turn, type Vec3 } from './attitude.js';

/** How a craft lies in the air, degrees: heading right, nose up, right side down. */
export interface Craft {
  headingDeg: number;
  pitchDeg: number;
  rollDeg: number;
}

export const STILL: Craft = { headingDeg: 0, pitchDeg: 0, rollDeg: 0 };

/**
 * What a gimbal holds its camera by: the nose with the horizon, the craft's nose up and down too, or the heading it had.
 * @source [practice] the three stabilising modes; the horizon is kept level in each
 */
export type Hold = 'nose' | 'craft' | 'heading';

/** A joint with the angle that is asked of it. */
interface Asked {
  joint: Joint;
  /** As the sticks ask, degrees. */
  deg: number;
}

/** The turn of a craft: heading, then pitch, then roll. */
export const craftTurn = ({ headingDeg, pitchDeg, rollDeg }: Craft): Turn =>
  within(within(turnAbout([0, 0, 1], headingDeg), turnAbout([0, 1, 0], pitchDeg)), turnAbout([1, 0, 0], rollDeg));

/** What is taken out of the craft's movement before the joints' own angles count. */
const HELD: Readonly<Record<Hold, (craft: Craft) => Turn>> = {
  nose: (craft) => craftTurn({ ...STILL, headingDeg: craft.headingDeg }),
  craft: (craft) => craftTurn({ ...craft, rollDeg: 0 }),
  heading: () => LEVEL,
};

const AHEAD: Vec3 = [1, 0, 0];
/** Steps of Gauss and Newton at most, and until none moves by more, degrees. */
const STEPS = 40;
const CLOSE_DEG = 1e-6;
/** Keeps a step finite where two joints turn about one axis. */
const DAMPED = 1e-9;

/**
 * Angles that joints really take, and where the camera then looks: the craft's movement is taken out as far as the joints go. Their
 * limits for stabilising count, not those for the sticks. The joint at the craft comes first; without joints it looks as the craft
 * does. Where no joint keeps the horizon, what is looked at is kept and the picture leans.
 */
export function stabilised(craft: Craft, chain: readonly Asked[], hold: Hold): { turn: Turn; degs: number[] } {
  const body = craftTurn(craft);
  const wanted = within(HELD[hold](craft), chainTurn(chain));
  const degs = chain.map((asked) => asked.deg);
  const axes = chain.map(({ joint }) => axisOf(joint));
  const keepsLevel = axes.some((axis) => axis !== null && levels(axis));
  const at = (upTo = chain.length): Turn =>
    chainTurn(
      chain.slice(0, upTo).map(({ joint }, i) => ({ joint, deg: degs[i]! })),
      body,
    );
  for (let step = 0; step < STEPS; step++) {
    const now = at();
    const seen = keepsLevel ? null : turned(now, AHEAD);
    const error = across(errorOf(now, wanted), seen);
    const columns = axes.map((axis, i) => (axis ? across(turned(at(i), axis), seen) : null));
    // a joint that is pushed against its end stays there
    const free = chain.flatMap(({ joint }, i) => {
      const push = columns[i] ? dot(columns[i], error) : 0;
      return push !== 0 && limited(joint, degs[i]! + Math.sign(push)) !== degs[i] ? [i] : [];
    });
    const by = leastSquares(
      free.map((i) => columns[i]!),
      error,
    );
    let moved = 0;
    free.forEach((i, k) => {
      const next = limited(chain[i]!.joint, degs[i]! + by[k]!);
      moved = Math.max(moved, Math.abs(next - degs[i]!));
      degs[i] = next;
    });
    if (moved < CLOSE_DEG) break;
  }
  return { turn: at(), degs };
}

/** A joint whose axis runs ahead keeps the horizon. */
const levels = ([x, y, z]: Vec3): boolean => Math.abs(x) > Math.hypot(y, z);

const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

/** What of a vector lies across a direction; all of it without one. */
function across(v: Vec3, direction: Vec3 | null): Vec3 {
  if (!direction) return v;
  const along = dot(v, direction);
  return [v[0] - along * direction[0], v[1] - along * direction[1], v[2] - along * direction[2]];
}

/** The turn that leads from one to another, as an axis as long as its degrees. */
function errorOf([x, y, z, w]: Turn, wanted: Turn): Vec3 {
  const [ex, ey, ez, ew] = within(wanted, [-x, -y, -z, w]);
  const half = Math.hypot(ex, ey, ez);
  if (half < 1e-12) return [0, 0, 0];
  const deg = (2 * Math.atan2(half, Math.abs(ew)) * 180) / Math.PI;
  const by = (Math.sign(ew || 1) * deg) / half;
  return [ex * by, ey * by, ez * by];
}

/** How much of each column adds up nearest to a vector: normal equations, by elimination. */
function leastSquares(columns: readonly Vec3[], to: Vec3): number[] {
  const n = columns.length;
  const rows = columns.map((a, i) => [...columns.map((b, j) => dot(a, b) + (i === j ? DAMPED : 0)), dot(a, to)]);
  for (let i = 0; i < n; i++)
    for (let k = i + 1; k < n; k++) {
      const share = rows[k]![i]! / rows[i]![i]!;
      for (let j = i; j <= n; j++) rows[k]![j]! -= share * rows[i]![j]!;
    }
  const found = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let rest = rows[i]![n]!;
    for (let j = i + 1; j < n; j++) rest -= rows[i]![j]! * found[j]!;
    found[i] = rest / rows[i]![i]!;
  }
  return found;
}

/** Within what the joint may do by itself. */
function limited({ freeDeg, minDeg, maxDeg, endless }: Joint, deg: number): number {
  if (endless) return deg;
  const [least, most] = freeDeg ?? [minDeg, maxDeg];
  return clamp(deg, least, most);
}

/** How gusts throw a craft about, at a moment of them: a sum of slow swings, the same each time. @source invented for the picture */
export function gust(tMs: number, strength = 1): Craft {
  const s = tMs / 1000;
  const swing = (...parts: [deg: number, everyS: number][]): number =>
    strength * parts.reduce((sum, [deg, every]) => sum + deg * Math.sin((2 * Math.PI * s) / every), 0);
  return {
    headingDeg: swing([5, 7.3], [2, 3.1]),
    pitchDeg: swing([6, 4.1], [3, 1.7]),
    rollDeg: swing([9, 3.3], [4, 1.3]),
  };
}
