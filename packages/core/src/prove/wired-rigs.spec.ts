/** Plan, bench and findings work a rig out each in its own way: on rigs nobody wrote, they must not contradict each other. */
import { describe, expect, it } from 'vitest';
import { soundRig } from '../../test/support/sound-rig.js';
import { analyse } from '../analysis/index.js';
import { compileBench, startBench } from '../bench/index.js';
import type { Rig } from '../rig/index.js';
import { planOf, playStep, type CheckStep } from './index.js';

const SEEDS = Array.from({ length: 36 }, (_, seed) => seed);
const SUPPLY_RULES = ['supply-none', 'supply-range', 'regulator-overload', 'regulator-dropout'];

function play(rig: Rig, plan: readonly CheckStep[]): CheckStep[] {
  const bench = compileBench(rig);
  let state = startBench(bench, { awake: true });
  return plan.filter((step) => {
    if (step.byEye) return false;
    const played = playStep(bench, state, step);
    state = played.state;
    return !played.verdict.passed;
  });
}

/** A step of a function that only works in a window of another one, which nothing tells here. */
function isGated(rig: Rig, { id, part }: CheckStep): boolean {
  const sheet = rig.sheets[rig.parts.find((p) => p.id === part)!.class]!;
  const gate = sheet.functions.find((f) => id.startsWith(`${part}.${f.id}.`))?.enabledIn;
  return !!gate && !rig.bindings.some((b) => b.part === part && b.fn === gate.fn);
}

describe('on random wired rigs', () => {
  const rigs = SEEDS.map((seed) => {
    const rig = soundRig(seed);
    const { findings } = analyse(rig);
    const plan = planOf(rig);
    const unfed = new Set(findings.filter((f) => SUPPLY_RULES.includes(f.rule)).flatMap((f) => f.subjects));
    return { seed, rig, plan, unfed, failed: play(rig, plan) };
  });

  it('the volts step fails only where a finding says why', () => {
    expect(rigs.some((r) => r.unfed.size) && rigs.some((r) => !r.unfed.size)).toBe(true);
    for (const { seed, unfed, failed } of rigs)
      if (!unfed.size) expect([seed, failed.filter((s) => s.id === 'power')]).toEqual([seed, []]);
  });

  it('every other step passes where every part has its volts, but for what a mode that nothing tells holds back', () => {
    let played = 0;
    for (const { seed, rig, plan, unfed, failed } of rigs) {
      if (unfed.size) continue;
      played += plan.length;
      expect([seed, failed.filter((s) => !isGated(rig, s)).map((s) => s.id)]).toEqual([seed, []]);
    }
    expect(played).toBeGreaterThan(40);
  });
});
