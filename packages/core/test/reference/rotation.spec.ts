/** @source [lib gl-matrix] turns, chains of turns and directions after them */
import fc from 'fast-check';
import { quat, vec3 } from 'gl-matrix';
import { describe, expect, it } from 'vitest';
import { chainTurn, turnAbout, turned, within, type Vec3 } from '../../src/scene/index.js';

const part = fc.double({ min: -1, max: 1, noNaN: true });
const direction = fc.tuple(part, part, part).filter((v) => Math.hypot(...v) > 0.05);
const angle = fc.double({ min: -720, max: 720, noNaN: true });
const ours = (v: readonly number[]): number[] => v.map((n) => Math.round(n * 1e5) / 1e5 + 0);
const libTurn = (axis: Vec3, deg: number): quat =>
  quat.setAxisAngle(quat.create(), vec3.normalize(vec3.create(), axis), (deg * Math.PI) / 180);

describe('turns', () => {
  it('are those of gl-matrix, one, two within each other, and what they do to a direction', () => {
    fc.assert(
      fc.property(direction, angle, direction, angle, direction, (a, aDeg, b, bDeg, v) => {
        const both = within(turnAbout(a, aDeg), turnAbout(b, bDeg));
        const lib = quat.multiply(quat.create(), libTurn(a, aDeg), libTurn(b, bDeg));
        expect(ours(both).map((n, i) => Math.abs(n - lib[i]!) < 3e-5)).toEqual([true, true, true, true]);
        const look = turned(both, v);
        const libLook = vec3.transformQuat(vec3.create(), v, lib);
        look.forEach((n, i) => expect(Math.abs(n - libLook[i]!)).toBeLessThan(5e-5));
      }),
      { numRuns: 300 },
    );
  });

  it('of a chain of pan, roll and tilt look where gl-matrix looks', () => {
    fc.assert(
      fc.property(angle, angle, angle, (pan, roll, tilt) => {
        const chain = chainTurn([
          { joint: { id: 'pan', label: '' }, deg: pan },
          { joint: { id: 'roll', label: '' }, deg: roll },
          { joint: { id: 'tilt', label: '' }, deg: tilt },
        ]);
        const lib = [libTurn([0, 0, 1], pan), libTurn([1, 0, 0], roll), libTurn([0, 1, 0], tilt)].reduce((all, q) =>
          quat.multiply(quat.create(), all, q),
        );
        const look = vec3.transformQuat(vec3.create(), [1, 0, 0], lib);
        turned(chain, [1, 0, 0]).forEach((n, i) => expect(Math.abs(n - look[i]!)).toBeLessThan(5e-5));
      }),
    );
  });
});
