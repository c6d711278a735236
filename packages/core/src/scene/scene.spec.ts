import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoNamed } from '../../test/support/demo-rig.js';
import { applyEdit } from '../rig/index.js';
import { LEVEL, acrossDeg, chainTurn, landscapeOf, turned, turnersOf, type Vec3 } from './index.js';

const near = (a: Vec3, b: readonly number[]): void => a.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, 9));
const joint = (id: string) => ({ id, label: id });
const AHEAD: Vec3 = [1, 0, 0];

describe('where a camera looks', () => {
  it('turns right by pan, up by tilt, and leans to the right by roll', () => {
    near(turned(chainTurn([{ joint: joint('pan'), deg: 90 }]), AHEAD), [0, 1, 0]);
    near(turned(chainTurn([{ joint: joint('tilt'), deg: 30 }]), AHEAD), [Math.cos(Math.PI / 6), 0, -0.5]);
    near(turned(chainTurn([{ joint: joint('tilt'), deg: -90 }]), AHEAD), [0, 0, 1]);
    near(turned(chainTurn([{ joint: joint('roll'), deg: 90 }]), [0, 1, 0]), [0, 0, 1]);
  });

  it('follows the order of its joints: pan at the body turns what tilt has raised', () => {
    const deg = { pan: 90, tilt: -45 };
    const chain = (ids: ('pan' | 'tilt')[]) => chainTurn(ids.map((id) => ({ joint: joint(id), deg: deg[id] })));
    near(turned(chain(['pan', 'tilt']), AHEAD), [0, Math.SQRT1_2, Math.SQRT1_2]);
    // a tilt at the body lays the axis of pan over
    near(turned(chain(['tilt', 'pan']), AHEAD), [0, 1, 0]);
  });

  it('keeps lengths and comes back the way it went, and a joint without an axis turns nothing', () => {
    const angle = fc.double({ min: -720, max: 720, noNaN: true });
    fc.assert(
      fc.property(angle, angle, angle, (pan, roll, tilt) => {
        const there = [
          { joint: joint('pan'), deg: pan },
          { joint: joint('roll'), deg: roll },
          { joint: joint('tilt'), deg: tilt },
        ];
        const back = there.map(({ joint: j, deg }) => ({ joint: j, deg: -deg })).reverse();
        const look = turned(chainTurn(there), AHEAD);
        expect(Math.hypot(...look)).toBeCloseTo(1, 9);
        near(turned(chainTurn([...there, ...back]), AHEAD), AHEAD);
      }),
    );
    expect(chainTurn([{ joint: joint('brake'), deg: 77 }])).toEqual(LEVEL);
  });

  it('sees less across by as much as the picture grows', () => {
    expect(acrossDeg(60, 1)).toBeCloseTo(60, 9);
    const tan = (deg: number): number => Math.tan((deg * Math.PI) / 360);
    expect(tan(acrossDeg(60, 1)) / tan(acrossDeg(60, 4))).toBeCloseTo(4, 9);
    expect(acrossDeg(60, 0)).toBeCloseTo(60, 9);
  });
});

describe('what turns a camera', () => {
  it('is the only gimbal for one that is asked for something, nothing for one that looks ahead', () => {
    const rig = demoNamed('saltmarsh-six');
    const ids = (camera: string): string[] => turnersOf(rig, camera).map(({ part, joint: j }) => `${part}.${j.id}`);
    const cameras = rig.parts.filter((p) => /camera|thermal/i.test(p.label)).map((p) => [p.label, ids(p.id)] as const);
    expect(cameras.filter(([, by]) => by.length).length).toBeGreaterThan(0);
    expect(cameras.filter(([label]) => /nose/i.test(label)).every(([, by]) => !by.length)).toBe(true);
  });

  it('is what it rides on where that is told, the frame first', () => {
    const rig = demoNamed('saltmarsh-six');
    const nose = rig.parts.find((p) => /nose/i.test(p.label))!;
    const gimbal = rig.parts.find((p) => rig.sheets[p.class]!.joints.length)!;
    const place = { xMm: 0, yMm: 0, zMm: 0, rides: gimbal.id };
    const { rig: ridden } = applyEdit(rig, { kind: 'note', part: nose.id, change: { place } });
    expect(turnersOf(ridden, nose.id).map((t) => t.part)).toEqual(
      rig.sheets[gimbal.class]!.joints.map(() => gimbal.id),
    );
  });
});

describe('a place to look at', () => {
  it.each(['rotor', 'fixed wing', 'FPV', 'carriage on a line', 'hand-held or ground', 'constructor'])(
    'for %s has ground everywhere, things on it, few enough to draw',
    (kind) => {
      const { things, heightAt, aboveM, reachM } = landscapeOf(kind);
      expect(things.length).toBeLessThanOrEqual(60);
      expect(things.length).toBeGreaterThan(10);
      for (const { x, y } of things) {
        expect(Number.isFinite(heightAt(x, y))).toBe(true);
        expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThan(reachM);
      }
      expect(aboveM).toBeGreaterThan(heightAt(0, 0));
    },
  );
});
