import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Joint } from '../parts/index.js';
import { chainTurn, turned, type Turn, type Vec3 } from './attitude.js';
import { craftTurn, gust, stabilised, STILL, type Craft } from './stabilised.js';

const joint = (id: string, most = 720, more: Partial<Joint> = {}): Joint => ({
  ...{ id, label: id, minDeg: -most, maxDeg: most, speedDegPerS: 90, homeDeg: 0 },
  ...more,
});
const AHEAD: Vec3 = [1, 0, 0];
const RIGHT: Vec3 = [0, 1, 0];
const DOWN: Vec3 = [0, 0, 1];
const apart = (a: Vec3, b: Vec3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
/** How far the right side of a picture lies under the horizon. */
const leanOf = (turn: Turn): number => (Math.asin(turned(turn, RIGHT)[2]) * 180) / Math.PI;

const craft = fc.record({
  headingDeg: fc.double({ min: -180, max: 180, noNaN: true }),
  pitchDeg: fc.double({ min: -30, max: 30, noNaN: true }),
  rollDeg: fc.double({ min: -45, max: 45, noNaN: true }),
});
const asked = fc.record({ pan: fc.integer({ min: -120, max: 120 }), tilt: fc.integer({ min: -60, max: 20 }) });
const three = ({ pan, tilt }: { pan: number; tilt: number }, free = 720) => [
  { joint: joint('pan', free), deg: pan },
  { joint: joint('roll', free), deg: 0 },
  { joint: joint('tilt', free), deg: tilt },
];

describe('a gimbal on a craft that moves', () => {
  it('with three joints keeps the horizon and what is looked at, whatever the craft does', () => {
    fc.assert(
      fc.property(craft, asked, (now, at) => {
        const { turn } = stabilised(now, three(at), 'heading');
        const wanted = chainTurn(three(at));
        expect(apart(turned(turn, AHEAD), turned(wanted, AHEAD))).toBeLessThan(1e-4);
        expect(leanOf(turn)).toBeCloseTo(0, 2);
        // by the nose it looks as much to the right as the craft has turned
        const nose = stabilised(now, three(at), 'nose').turn;
        const there = turned(craftTurn({ ...STILL, headingDeg: now.headingDeg }), turned(wanted, AHEAD));
        expect(apart(turned(nose, AHEAD), there)).toBeLessThan(1e-4);
      }),
    );
  });

  it('that follows the craft looks up and down with its nose, and stays level', () => {
    fc.assert(
      fc.property(craft, (now) => {
        const { turn } = stabilised(now, three({ pan: 0, tilt: 0 }), 'craft');
        expect(apart(turned(turn, AHEAD), turned(craftTurn(now), AHEAD))).toBeLessThan(1e-4);
        expect(leanOf(turn)).toBeCloseTo(0, 2);
      }),
    );
  });

  it('with pan and tilt alone keeps what is looked at, and leans', () => {
    const two = [
      { joint: joint('pan'), deg: 20 },
      { joint: joint('tilt'), deg: -30 },
    ];
    const now: Craft = { headingDeg: 40, pitchDeg: 10, rollDeg: 25 };
    const { turn } = stabilised(now, two, 'heading');
    expect(apart(turned(turn, AHEAD), turned(chainTurn(two), AHEAD))).toBeLessThan(1e-4);
    expect(Math.abs(leanOf(turn))).toBeGreaterThan(10);
  });

  it('goes as far as it may by itself, which may be farther than by the sticks; what is beyond leans', () => {
    const roll = (rollDeg: number, more: Partial<Joint>): number =>
      leanOf(stabilised({ ...STILL, rollDeg }, [{ joint: joint('roll', 30, more), deg: 0 }], 'nose').turn);
    expect(roll(40, {})).toBeCloseTo(10, 6);
    expect(roll(40, { freeDeg: [-45, 45] })).toBeCloseTo(0, 6);
    expect(roll(60, { freeDeg: [-45, 45] })).toBeCloseTo(15, 6);
    expect(roll(60, { endless: true })).toBeCloseTo(0, 6);
  });

  it('does what the sticks ask while the craft lies still, and a camera without joints lies as the craft does', () => {
    fc.assert(
      fc.property(asked, craft, (at, now) => {
        for (const hold of ['nose', 'craft', 'heading'] as const) {
          const { degs } = stabilised(STILL, three(at), hold);
          degs.forEach((deg, i) => expect(deg).toBeCloseTo(three(at)[i]!.deg, 5));
          const bare = stabilised(now, [], hold).turn;
          for (const mark of [AHEAD, RIGHT, DOWN])
            expect(apart(turned(bare, mark), turned(craftTurn(now), mark))).toBeLessThan(1e-9);
        }
      }),
    );
  });
});

it('gusts are the same each time, swing both ways and pass', () => {
  const rolls = Array.from({ length: 400 }, (_, i) => gust(i * 50).rollDeg);
  expect(rolls).toEqual(Array.from({ length: 400 }, (_, i) => gust(i * 50).rollDeg));
  expect(Math.max(...rolls)).toBeGreaterThan(8);
  expect(Math.min(...rolls)).toBeLessThan(-8);
  expect(Math.abs(rolls.reduce((a, b) => a + b, 0) / rolls.length)).toBeLessThan(1);
  expect(gust(1234, 0)).toEqual({ headingDeg: 0, pitchDeg: 0, rollDeg: 0 });
});
