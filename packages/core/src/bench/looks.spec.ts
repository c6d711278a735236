import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { planOf, playStep } from '../prove/index.js';
import { isFlown, type Rig } from '../rig/index.js';
import { benchFrame, compileBench, CRAFT, CRAFT_MOST_DEG, GUSTS, leanSight, levelled, observe, runBench, setControls, startBench, type Controls, type Flaw } from './index.js';

const LAID = 15;
/** Benches on which some picture is levelled, each with the cameras. */
const RIGS = BENCHES.map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]).flatMap(([name, rig]) => {
  const cameras = levelled(rig, LAID).map((p) => p.id);
  return cameras.length ? [[name, rig, cameras] as const] : [];
});
const [, rig, [camera]] = RIGS.find(([, own]) => isFlown(own))!;

function leanAfter(own: Rig, id: string, controls: Controls, flaws: readonly Flaw[] = []) {
  const bench = compileBench(own, 1, flaws);
  const state = runBench(bench, setControls(startBench(bench, { awake: true }), controls), 200);
  return { lean: observe(bench, state)[leanSight(id)], frame: benchFrame(bench, state) };
}
const laid = (deg: number): Controls => ({ [CRAFT.rollDeg]: deg / CRAFT_MOST_DEG.rollDeg });
const gimbalOf = (own: Rig, id: string): string => planOf(own).find((s) => s.id === `${id}.level`)!.through![0]!;

describe('a craft that is laid over', () => {
  it('has pictures that a gimbal keeps level, and one that leans as the gimbal does that found level while it was moved', () => {
    expect(leanAfter(rig, camera!, laid(LAID)).lean).toBeCloseTo(0, 1);
    const gimbal = gimbalOf(rig, camera!);
    expect(leanAfter(rig, camera!, laid(LAID), [{ kind: 'leaning', part: gimbal }]).lean).toBeCloseTo(7, 0);
    // without volts it hangs as it lies
    expect(leanAfter(rig, camera!, laid(LAID), [{ kind: 'dead', part: gimbal }]).lean).not.toBe(0);
  });

  it('is levelled as far as a joint goes, and says how its joints stand for it', () => {
    const { frame } = leanAfter(rig, camera!, laid(LAID));
    expect(frame.craft).toEqual({ headingDeg: 0, pitchDeg: 0, rollDeg: LAID });
    expect(Object.values(frame.held).some((deg) => Math.abs(Math.abs(deg) - LAID) < 1)).toBe(true);
    expect(Math.abs(Number(leanAfter(rig, camera!, laid(60)).lean))).toBeGreaterThan(3);
  });

  it('is thrown about by gusts the same each time', () => {
    const once = leanAfter(rig, camera!, { [GUSTS]: 1 }).frame.craft;
    expect(once).toEqual(leanAfter(rig, camera!, { [GUSTS]: 1 }).frame.craft);
    expect(once.rollDeg).not.toBe(0);
  });

  it.each(RIGS.filter(([, own]) => isFlown(own)))('passes its step on %s, where nothing is wrong, and fails it where its gimbal leans or is dead', (_, own, cameras) => {
    for (const id of cameras) {
      const step = planOf(own).find((s) => s.id === `${id}.level`)!;
      const verdict = (flaws: readonly Flaw[]): boolean => {
        const bench = compileBench(own, 1, flaws);
        return playStep(bench, runBench(bench, startBench(bench, { awake: true }), 500), step).verdict.passed;
      };
      const gimbal = step.through![0]!;
      expect([verdict([]), verdict([{ kind: 'leaning', part: gimbal }]), verdict([{ kind: 'dead', part: gimbal }])]).toEqual([true, false, false]);
    }
  });

  it('turns nothing at all while it lies as it lay', () => {
    fc.assert(
      fc.property(fc.constantFrom(...RIGS), ([, own, cameras]) => {
        for (const id of cameras) expect(leanAfter(own, id, {}).lean).toBeCloseTo(0, 1);
      }),
      { numRuns: 8 },
    );
  });
});
