/** A power-up as it is drawn: of every course only the points by which it bends. */
import type { PowerLine, PowerUp } from './power-up.js';

/** Time, s, and figure. */
export type Point = readonly [atS: number, value: number];

/** A supply over the sequence, V. */
export interface DrawnLine extends Omit<PowerLine, 'volts'> {
  points: readonly Point[];
}

/** A power-up whose courses take a hundredth of the room. */
export interface DrawnPower extends Omit<PowerUp, 'timeS' | 'lines' | 'packA'> {
  lines: readonly DrawnLine[];
  /** Amps out of all packs together. */
  packA: readonly Point[];
}

/** So much of its highest a course may be beside itself as drawn: less than a hair on any screen. */
const SLACK = 2e-4;
const LEAST_SLACK = 1e-4;

/** What of a power-up is to be seen. */
export function drawnPower({ timeS, lines, packA, ...rest }: PowerUp): DrawnPower {
  return {
    ...rest,
    lines: lines.map(({ volts, ...line }) => ({ ...line, points: bends(timeS, volts, slackOf(volts)) })),
    packA: bends(timeS, packA, slackOf(packA)),
  };
}

const slackOf = (values: readonly number[]): number =>
  values.reduce((most, v) => Math.max(most, SLACK * Math.abs(v)), LEAST_SLACK);

/**
 * The points of a course between which it goes straight: nowhere farther beside itself than the slack.
 * @param timeS in order; a step up or down has one time twice
 */
export function bends(timeS: readonly number[], values: readonly number[], slack: number): Point[] {
  const at = (i: number): Point => [timeS[i]!, values[i]!];
  if (timeS.length < 3) return timeS.map((_, i) => at(i));
  const points: Point[] = [at(0)];
  let anchor = 0;
  let [least, most] = [-Infinity, Infinity];
  for (let i = 1; i < timeS.length; i++) {
    if (!isSeen(i)) {
      anchor = i - 1;
      points.push(at(anchor));
      [least, most] = [-Infinity, Infinity];
    }
    const dt = timeS[i]! - timeS[anchor]!;
    if (dt <= 0) {
      // a step up or down stays: no way on leads past its end
      if (Math.abs(values[i]! - values[anchor]!) > slack) least = Infinity;
      continue;
    }
    least = Math.max(least, (values[i]! - slack - values[anchor]!) / dt);
    most = Math.min(most, (values[i]! + slack - values[anchor]!) / dt);
  }
  points.push(at(timeS.length - 1));
  return points;

  /** Whether the straight way from the last point to this one passes all between. */
  function isSeen(i: number): boolean {
    const dt = timeS[i]! - timeS[anchor]!;
    // straight up: whatever lies between has the same time
    if (dt <= 0) return i === anchor + 1;
    const slope = (values[i]! - values[anchor]!) / dt;
    return slope >= least && slope <= most;
  }
}
