import { describe, expect, it } from 'vitest';
import { demoNamed, mendedRig } from '../../test/support/demo-rig.js';
import { compileBench, startBench, type Sights } from '../bench/index.js';
import { applyEdit, emptyRig, type Edit, type Rig } from '../rig/index.js';
import { planOf, judge, playStep, startJudging, type CheckStep } from './index.js';

const plan = planOf(mendedRig());

/** Steps of the plan of the sound rig that fail on the rig given. */
function failing(rig: Rig): string[] {
  const bench = compileBench(rig);
  let state = startBench(bench, { awake: true });
  return plan
    .filter((step) => {
      const played = playStep(bench, state, step);
      state = played.state;
      return !played.verdict.passed;
    })
    .map((s) => s.id);
}
const edited = (edit: Edit): Rig => applyEdit(mendedRig(), edit).rig;

describe('the check plan', () => {
  it('covers every function that a control drives, volts and receiver first', () => {
    const live = plan.filter((s) => s.by === undefined).map((s) => s.id);
    expect(live.indexOf('power')).toBeLessThan(live.indexOf('RX.frames'));
    // nothing moves before the volts are right and the receiver answers
    expect(live.indexOf('RX.frames')).toBeLessThan(plan.findIndex((s) => s.moves.length > 0));
    const proven = new Set(plan.map((s) => s.id.split('.').slice(0, 2).join('.')));
    for (const fn of [
      'FC.roll',
      'FC.throttle',
      'GB.tilt',
      'GB.pan',
      'GB.mode',
      'ZC.record',
      'ZC.zoom',
      'TH.palette',
      'SW.picture',
      'VT.power',
    ])
      expect(proven).toContain(fn);
  });

  it('puts the gimbal into a mode in which pan can move', () => {
    expect(plan.find((s) => s.id === 'GB.pan.1')?.setUp).toEqual({ C: 1 });
  });

  it('is empty for an empty rig', () => expect(planOf(emptyRig('x', 'x'))).toEqual([]));

  it('passes whole on the sound rig', () => expect(failing(mendedRig())).toEqual([]));

  it('fails where a fault bites and nowhere else', () => {
    expect(failing(edited({ kind: 'crossPair', cable: 'C6' }))).toEqual([
      'FC.leads',
      'ZC.zoom.1',
      'ZC.zoom.-1',
      'ZC.record.on',
    ]);
    expect(failing(edited({ kind: 'tune', part: 'GB', fn: 'tilt', change: { reverse: true } }))).toEqual([
      'GB.tilt.1',
      'GB.tilt.-1',
    ]);
    expect(failing(edited({ kind: 'removeWire', cable: 'C11', wire: 0 }))).toEqual(['SW.leads', 'SW.picture.0']);
  });

  it('is judged by what the rig gives: a gimbal told another slot fails though the plan says otherwise', () => {
    const rig = applyEdit(mendedRig(), {
      kind: 'bind',
      binding: { part: 'GB', fn: 'tilt', slot: 5, reverse: false },
    }).rig;
    expect(failing(rig)).toContain('GB.tilt.1');
  });
});

describe('the radio-off step', () => {
  const line = demoNamed('glasshouse-line');
  const set = line.failSafes.filter((f) => f.does === 'value');
  /** The same with the channels that have a fail-safe turned round: what was asked for at rest is not, and the other way. */
  const turned: Rig = {
    ...line,
    shaping: line.shaping.map((s) => (set.some((f) => f.slot === s.channel) ? { ...s, reverse: !s.reverse } : s)),
  };
  const lost = (rig: Rig) => planOf(rig).find((s) => s.id.endsWith('.lost'))!;
  const passes = (rig: Rig, step: CheckStep): boolean => {
    const bench = compileBench(rig);
    return playStep(bench, startBench(bench, { awake: true }), step).verdict.passed;
  };

  it('begins with what makes this kind of rig safe', () => {
    expect(lost(line).title).toMatch(/^Line unloaded, carriage in hand: switch off/);
  });

  it.each([
    ['as it is', line],
    ['turned round', turned],
  ])('begins away from each fail-safe, so that every one that is not set is seen: %s', (_, rig) => {
    const step = lost(rig);
    expect(passes(rig, step)).toBe(true);
    expect(set.length).toBeGreaterThan(1);
    for (const own of set) {
      const held = rig.failSafes.map((f) => (f === own ? { ...f, does: 'hold' as const, valueUs: undefined } : f));
      expect(passes({ ...rig, failSafes: held }, step), `slot ${own.slot}`).toBe(false);
    }
  });
});

describe('the judge', () => {
  const step: CheckStep = {
    id: 's',
    part: 'P',
    title: 't',
    expectText: 'x',
    setUp: { C: 1 },
    moves: [{ control: 'A', to: 1 }],
    dependsOn: [],
    expects: [{ sight: 'P.x', near: 10, within: 1 }],
  };
  const look = (controls: Record<string, number>, looks: [tMs: number, sights: Sights][]) => {
    let judging = startJudging(step, { 'P.x': 0 }, 0);
    for (const [tMs, sights] of looks) {
      const seen = judge(judging, controls, sights, tMs);
      judging = seen.judging;
      if (seen.verdict) return seen.verdict;
    }
    return null;
  };

  it('says nothing until the gesture is made in the right set-up', () => {
    expect(
      look({ A: 1, C: -1 }, [
        [0, { 'P.x': 10 }],
        [9000, { 'P.x': 10 }],
      ]),
    ).toBeNull();
    expect(
      look({ A: 0, C: 1 }, [
        [0, { 'P.x': 10 }],
        [9000, { 'P.x': 10 }],
      ]),
    ).toBeNull();
  });

  it('comes to a verdict where the gesture moves the very control that was set first', () => {
    const own: CheckStep = { ...step, setUp: { A: -1 } };
    let judging = startJudging(own, { 'P.x': 0 }, 0);
    const at = (a: number, tMs: number) => {
      const seen = judge(judging, { A: a }, { 'P.x': 0 }, tMs);
      judging = seen.judging;
      return seen.verdict;
    };
    expect([at(-1, 0), at(1, 100), at(1, 9000)?.passed]).toEqual([null, null, false]);
  });

  it('passes what holds, not what flashes by', () => {
    expect(
      look({ A: 1, C: 1 }, [
        [0, { 'P.x': 10 }],
        [50, { 'P.x': 3 }],
        [150, { 'P.x': 10 }],
        [260, { 'P.x': 10 }],
      ]),
    ).toMatchObject({ passed: true });
    expect(
      look({ A: 1, C: 1 }, [
        [0, { 'P.x': 10 }],
        [50, { 'P.x': 3 }],
        [150, { 'P.x': 3 }],
      ]),
    ).toBeNull();
  });

  it('waits before it passes what must not happen, and sees it when it does', () => {
    const still: CheckStep = { ...step, expects: [{ sight: 'P.x', stays: true, within: 1 }], waitMs: 1000 };
    const at = (last: [tMs: number, x: number][]) => {
      let judging = startJudging(still, { 'P.x': 0 }, 0);
      for (const [tMs, x] of [[0, 0] as const, ...last]) {
        const seen = judge(judging, { A: 1, C: 1 }, { 'P.x': x }, tMs);
        judging = seen.judging;
        if (seen.verdict) return { tMs, ...seen.verdict };
      }
      return null;
    };
    expect(
      at([
        [500, 0.4],
        [900, 0.9],
      ]),
    ).toBeNull();
    expect(at([[1000, 0.9]])).toMatchObject({ passed: true });
    expect(
      at([
        [500, 7],
        [1100, 7],
        [6100, 7],
      ]),
    ).toMatchObject({ tMs: 6100, passed: false, saw: 'P x: 0 → 7' });
  });

  it('gives up with what it saw', () => {
    expect(
      look({ A: 1, C: 1 }, [
        [0, { 'P.x': 3 }],
        [5200, { 'P.x': 3 }],
      ]),
    ).toMatchObject({ passed: false, saw: 'P x: 3.0' });
    expect(
      look({ A: 1, C: 1 }, [
        [0, { 'P.x': null }],
        [5200, { 'P.x': null }],
      ])?.saw,
    ).toBe('P x: no answer');
  });
});
