import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { faultsOf } from '../diagnose/index.js';
import { planOf, playStep } from '../prove/index.js';
import { partsThat } from '../rig/index.js';
import { benchFrame, compileBench, fnSight, observe, runBench, setControls, startBench, type Flaw } from './index.js';
import { findChains } from '../channels/index.js';

const rig = mendedRig();
const chain = findChains(rig).find((c) => c.fn.what === 'record' && c.control && !c.breaks)!;
const camera = chain.part.id;
const full: Flaw = { kind: 'full', part: camera };

describe('a camera whose card is full', () => {
  it('begins no recording, is on all the same, and says why where one looks', () => {
    const pressed = (flaws: readonly Flaw[]) => {
      const bench = compileBench(rig, 1, flaws);
      let state = runBench(bench, startBench(bench, { awake: true }), 500);
      for (const to of [1, -1]) state = runBench(bench, setControls(state, { [chain.control!.id]: to }), 300);
      const seen = observe(bench, state);
      return [seen[fnSight(camera, chain.fn.id)], seen[`${camera}.card`], seen[`${camera}.awake`], camera in benchFrame(bench, state).recordingMs];
    };
    expect(pressed([])).toEqual([true, 'has room', true, true]);
    expect(pressed([full])).toEqual([false, 'is full', true, false]);
  });

  it('fails the steps that press record, and those alone', () => {
    const bench = compileBench(rig, 1, [full]);
    const failed = planOf(rig).filter((step) => {
      if (step.byEye) return false;
      const state = runBench(bench, startBench(bench, { awake: true }), 500);
      return !playStep(bench, state, step).verdict.passed;
    });
    expect(failed.length).toBeGreaterThan(0);
    expect(failed.every((s) => s.id.startsWith(`${camera}.${chain.fn.id}.`))).toBe(true);
  });

  it('is thought of for every camera that a channel tells to keep what it sees', () => {
    const thought = faultsOf(rig).flatMap((f) => (f.kind === 'card full' ? f.flaws!.map((x) => ('part' in x ? x.part : '')) : []));
    const keeping = partsThat(rig, (s) => s.view !== undefined && s.functions.some((f) => f.what === 'record' || f.what === 'photo'));
    expect(thought).toEqual(keeping.map(({ part }) => part.id));
  });
});
