import { describe, expect, it } from 'vitest';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { otherOrder } from '../../test/support/other-names.js';
import { analyse } from '../analysis/index.js';
import { findChains, forward, panHolds } from '../channels/index.js';
import { sheetProblems } from '../parts/index.js';
import { playStep, planOf } from '../prove/index.js';
import type { Rig } from '../rig/index.js';
import { compileBench, observe, runBench, setControls, startBench } from './index.js';

/** A gimbal with a pan kit, whose power state is on a switch. */
const rig = Proposed.of(SYSTEMS.find((s) => s.name.startsWith('Lime works'))!.brief).rig;
const chainOf = (fn: string) => findChains(rig).find((c) => c.part.id === 'GB' && c.fn.id === fn)!;
const [tilt, pan, power] = ['tilt', 'pan', 'power'].map((fn) => chainOf(fn).control!.id) as [string, string, string];

function anglesAfter(own: Rig, ...moves: Record<string, number>[]): { tilt: number; pan: number } {
  const bench = compileBench(own);
  let state = startBench(bench, { awake: true });
  for (const move of moves) state = runBench(bench, setControls(state, move), 1500);
  const seen = observe(bench, state);
  return { tilt: Number(seen['GB.tilt-angle']), pan: Number(seen['GB.pan-angle']) };
}

describe('the power state of a gimbal', () => {
  it('lets the joints move that have power, and the others hang where they are', () => {
    const asked = { [tilt]: -1, [pan]: 1 };
    expect(anglesAfter(rig, { ...asked, [power]: -1 })).toEqual({ tilt: 0, pan: 0 });
    const some = anglesAfter(rig, { ...asked, [power]: 0 });
    expect(some.tilt).toBeLessThan(-60);
    expect(some.pan).toBe(0);
    const all = anglesAfter(rig, { ...asked, [power]: 1 });
    expect(all.tilt).toBeLessThan(-60);
    expect(Math.abs(all.pan)).toBeGreaterThan(60);
    // taken away under way, everything stays
    const then = anglesAfter(rig, { ...asked, [power]: 1 }, { [tilt]: 1, [power]: -1 });
    expect(then.tilt).toBeLessThan(-60);
  });

  it('is told by nobody: all have power', () => {
    const lead = rig.cables.filter(
      (c) => !c.wires.some((w) => [w.from, w.to].some((at) => at.part === 'GB' && at.port === 'power')),
    );
    expect(lead.length).toBeLessThan(rig.cables.length);
    expect(anglesAfter({ ...rig, cables: lead }, { [tilt]: -1 }).tilt).toBeLessThan(-60);
  });

  it('is put on by the plan before an axis is proven, and the plan passes', () => {
    const steps = planOf(rig);
    const own = steps.filter((s) => /^GB\.(tilt|pan)\./.test(s.id));
    expect(own.length).toBeGreaterThanOrEqual(4);
    for (const step of own) expect(step.setUp, step.id).toHaveProperty(power);
    const bench = compileBench(rig);
    let state = startBench(bench, { awake: true });
    const failed = steps.filter((step) => {
      if (step.byEye) return false;
      const played = playStep(bench, state, step);
      state = played.state;
      return !played.verdict.passed;
    });
    expect(failed.map((s) => s.id)).toEqual([]);
  });

  it('without radio is such that every axis that is watched could move', () => {
    const failSafes = [tilt, pan, power].map((_, i) => ({
      ...{ receiver: chainOf(['tilt', 'pan', 'power'][i]!).path[0]!.talker.part.id, does: 'value' as const },
      ...{ slot: chainOf(['tilt', 'pan', 'power'][i]!).slot!, valueUs: i === 2 ? 2000 : 1500 },
    }));
    const window = (at: number): string | null => {
      const now = forward(chainOf('power'), at);
      return now && 'window' in now.demand ? now.demand.window : null;
    };
    for (const own of [rig, otherOrder(rig)]) {
      const lost = planOf({ ...own, failSafes }).find((s) => s.id.endsWith('.lost'))!;
      expect(window(lost.setUp[power]!)).toBe('all axes');
    }
  });

  it('that its control does not reach is told, and what makes pan stand is read off the sheet', () => {
    const shaping = rig.shaping.map((s) => (s.control === power ? { ...s, lowUs: 1000, highUs: 1450 } : s));
    const told = analyse({ ...rig, shaping }).findings.filter((f) => f.rule === 'mode-untold');
    expect(told.map((f) => f.figures.find((x) => x.name === 'function')?.value)).toContain('Pan');
    expect(panHolds(findChains(rig), 'GB')?.window).not.toBe('all axes');
  });

  it('with a joint or window that is not there is a problem with its place', () => {
    const sheet = rig.sheets[rig.parts.find((p) => p.id === 'GB')!.class]!;
    const functions = sheet.functions.map((f) => (f.powers ? { ...f, powers: [{ window: 'half', joints: ['boom'] }] } : f));
    const problems = sheetProblems({ ...sheet, functions }).map((p) => `${p.where} ${p.what}`);
    expect(problems.join('; ')).toMatch(/functions\[3\]\.powers\[0\].*boom/);
    expect(problems.join('; ')).toMatch(/functions\[3\]\.powers\[0\]\.window "half" is none of its windows/);
  });
});
