import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { rigNetwork } from '../rails/index.js';
import { wakePlan } from './studies.js';
import { bends, drawnPower, powerUp, type Point } from './studies.js';

/** What a drawn course shows at a time; at a step, whatever is nearest to the figure asked about. */
function shownAt(points: readonly Point[], t: number, near: number): number {
  const found = points.flatMap(([b, y], i) => {
    const [a, x] = points[Math.max(0, i - 1)]!;
    if (t < a || t > b) return [];
    return b === a ? [Math.min(Math.max(near, Math.min(x, y)), Math.max(x, y))] : [x + ((y - x) * (t - a)) / (b - a)];
  });
  return found.reduce((best, v) => (Math.abs(v - near) < Math.abs(best - near) ? v : best), Infinity);
}

describe('a course as it is drawn', () => {
  it('is nowhere farther beside itself than the slack, and begins and ends where it did', () => {
    const steps = fc.array(fc.tuple(fc.constantFrom(0, 0.001, 0.5, 2), fc.double({ min: -20, max: 20, noNaN: true })), {
      minLength: 1,
      maxLength: 60,
    });
    fc.assert(
      fc.property(steps, fc.constantFrom(0.001, 0.5, 5), (moves, slack) => {
        let now = 0;
        const timeS = moves.map(([dt]) => (now += dt));
        const values = moves.map(([, v]) => v);
        const points = bends(timeS, values, slack);
        expect(points[0]).toEqual([timeS[0], values[0]]);
        expect(points.at(-1)).toEqual([timeS.at(-1), values.at(-1)]);
        timeS.forEach((t, i) => {
          expect(Math.abs(shownAt(points, t, values[i]!) - values[i]!)).toBeLessThanOrEqual(slack + 1e-9);
        });
      }),
      { numRuns: 400 },
    );
  });

  it('of a demo takes a small part of what was computed, and keeps everything that is told of it', () => {
    const rig = mendedRig();
    const power = powerUp(rigNetwork(rig), wakePlan(rig, 'field', 1));
    const drawn = drawnPower(power);
    expect(drawn.lines.map((l) => [l.part, l.terminal, l.lowest])).toEqual(
      power.lines.map((l) => [l.part, l.terminal, l.lowest]),
    );
    expect(drawn.resets).toBe(power.resets);
    const points = drawn.lines.reduce((sum, l) => sum + l.points.length, 0);
    expect(points).toBeLessThan(0.2 * power.lines.length * power.timeS.length);
  });
});
