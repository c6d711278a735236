import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { besideInrush, limited } from '../../test/support/rule-cases.js';
import { analyse } from '../analysis/index.js';
import { planOf, playStep } from '../prove/index.js';
import { labelOf, type Rig } from '../rig/index.js';
import { compileBench, observe, startBench, type Sights } from './index.js';

const seenOn = (rig: Rig): Sights => {
  const bench = compileBench(rig);
  return observe(bench, startBench(bench, { awake: true }));
};

/** Parts of which the findings say that they never run. */
const never = (rig: Rig): string[] =>
  analyse(rig).findings.flatMap((f) =>
    (f.rule === 'start-fails' || f.rule === 'start-resets') && f.mark === 'stop' ? f.subjects.slice(0, 1) : [],
  );

describe('a bench that is switched on', () => {
  it('leaves a part asleep that runs at its limit and never climbs there, and reads the volts where it stops', () => {
    const seen = seenOn(limited(1.5));
    expect(seen).toMatchObject({ 'CAM.feed': 'starved', 'CAM.awake': false });
    // 1.5 A into 3² ⁄ 6 Ω
    expect(seen['CAM.main-volts']).toBeCloseTo((1.5 * 9) / 6, 1);
    expect(seenOn(limited(3))).toMatchObject({ 'CAM.feed': 'fed', 'CAM.awake': true, 'CAM.restarts': 0 });
  });

  it('fails the step on the volts of a rig that never comes up', () => {
    const verdictOf = (rig: Rig) => {
      const bench = compileBench(rig);
      return playStep(bench, startBench(bench, { awake: true }), planOf(rig).find((s) => s.id === 'power')!).verdict.passed;
    };
    expect([verdictOf(limited(3)), verdictOf(limited(1.5))]).toEqual([true, false]);
  });

  it('counts a start more for what in-rush took down and let come back', () => {
    expect(seenOn(besideInrush(2200))).toMatchObject({ 'GB.feed': 'fed', 'GB.restarts': 1 });
    expect(seenOn(besideInrush(100))).toMatchObject({ 'GB.feed': 'fed', 'GB.restarts': 0 });
  });

  it('runs nothing of which a finding says that it never runs, at any limit and any input', () => {
    const rigs = fc.oneof(
      fc.double({ min: 0.3, max: 4, noNaN: true }).map(limited),
      fc.record({ uf: fc.integer({ min: 10, max: 4000 }), boards: fc.integer({ min: 1, max: 3 }) }).map(({ uf, boards }) => besideInrush(uf, boards)),
    );
    fc.assert(
      fc.property(rigs, (rig) => {
        const seen = seenOn(rig);
        for (const part of never(rig)) expect(seen[`${part}.awake`], labelOf(rig, part)).toBe(false);
      }),
      { numRuns: 60 },
    );
  });
});
