import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import {
  benchControls,
  benchFrame,
  changed,
  changeOf,
  compileBench,
  runBench,
  setControls,
  startBench,
  type BenchFrame,
  type BenchState,
} from './index.js';

const RIGS = [mendedRig(), ...BENCHES.slice(0, 5).map((b) => Proposed.of(b.brief).rig)];

describe('what changes from frame to frame', () => {
  it('makes the next frame of the one before, whatever hands do and on whatever rig, and leaves what stood the same', () => {
    const step = fc.record({ control: fc.nat(), to: fc.double({ min: -1, max: 1, noNaN: true }), ms: fc.integer({ min: 1, max: 900 }) });
    fc.assert(
      fc.property(fc.constantFrom(...RIGS), fc.array(step, { minLength: 2, maxLength: 6 }), (rig, steps) => {
        const bench = compileBench(rig);
        let state: BenchState = startBench(bench, { awake: true });
        const names = Object.keys(benchControls(bench, state));
        let shown: BenchFrame | null = null;
        let before: BenchFrame | null = null;
        for (const { control, to, ms } of steps) {
          state = runBench(bench, setControls(state, { [names[control % names.length]!]: to }), ms);
          const frame = benchFrame(bench, state);
          // as it comes over from the worker
          const told = structuredClone(changeOf(before, frame));
          const last = shown;
          shown = changed(last, told);
          expect(shown).toEqual(frame);
          if (last && !('feeds' in told.whole) && !('feeds' in told.within)) expect(shown.feeds).toBe(last.feeds);
          before = frame;
        }
      }),
      { numRuns: 40 },
    );
  });

  it('is little while nothing moves', () => {
    const bench = compileBench(RIGS[0]!);
    const state = runBench(bench, startBench(bench, { awake: true }), 3000);
    const [one, other] = [state, runBench(bench, state, 16)].map((s) => benchFrame(bench, s));
    const { whole, within } = changeOf(one!, other!);
    expect(Object.keys(whole)).toEqual(['tMs']);
    expect(Object.keys(within).filter((name) => name !== 'ports')).toEqual(['sights']);
    expect(Object.keys(within.sights!).every((name) => name.endsWith('.frames'))).toBe(true);
  });
});
