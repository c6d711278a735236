import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { findChains, type Chain } from '../channels/index.js';
import { faultsOf } from '../diagnose/index.js';
import type { PartFunction } from '../parts/index.js';
import { playStep, planOf, type CheckStep } from '../prove/index.js';
import type { Rig } from '../rig/index.js';
import { compileBench, observe, runBench, setControls, startBench, type Flaw } from './index.js';

const driveOf = (rig: Rig): Chain | undefined =>
  findChains(rig).find((c) => c.fn.what === 'drive' && c.fn.range?.unit === '%' && c.control && !c.breaks);
const rigs = [...BENCHES, ...SYSTEMS].map((b) => Proposed.of(b.brief).rig).filter(driveOf);

/** What the drive does at each of some moments with its control full over, and then let go, %. */
function goes(rig: Rig, flaws: Flaw[]): { full: number; soon: number; later: number } {
  const bench = compileBench(rig, 1, flaws);
  const { part, fn, control } = driveOf(rig)!;
  const after = (state: ReturnType<typeof startBench>, to: number, forMs: number) =>
    runBench(bench, setControls(state, { [control!.id]: to }), forMs);
  const read = (state: ReturnType<typeof startBench>): number => Math.abs(Number(observe(bench, state)[`${part.id}.${fn.id}`]));
  const full = after(startBench(bench, { awake: true }), 1, 4000);
  const soon = after(full, 0, 300);
  return { full: read(full), soon: read(soon), later: read(after(soon, 0, 4000)) };
}

const wheelOf = (rig: Rig): CheckStep => planOf(rig).find((s) => s.id === `${driveOf(rig)!.part.id}.tension`)!;
const passes = (rig: Rig, flaws: Flaw[]): boolean => {
  const bench = compileBench(rig, 1, flaws);
  return playStep(bench, startBench(bench, { awake: true }), wheelOf(rig)).verdict.passed;
};

describe('the wheel of a carriage on its line', () => {
  it('is on several benches of practice', () => expect(rigs.length).toBeGreaterThan(2));

  it('is on no motor of what rolls or floats', () => {
    const carriage = rigs[0]!;
    const { part } = driveOf(carriage)!;
    const plain = (f: PartFunction): boolean => f.what !== 'brake' && f.what !== 'end-stop';
    const own = carriage.sheets[part.class]!;
    const sheets = { ...carriage.sheets, [own.class]: { ...own, functions: own.functions.filter(plain) } };
    const rover = { ...carriage, kind: 'rover', sheets };
    expect(planOf(carriage).some((s) => s.id === `${part.id}.tension`)).toBe(true);
    expect(planOf(rover).some((s) => s.id === `${part.id}.tension`)).toBe(false);
    expect(faultsOf(rover).some((f) => f.kind === 'wheel slips')).toBe(false);
  });

  it('too loose falls short of what is asked, and glides on when it should stand', () => {
    for (const rig of rigs) {
      const { part } = driveOf(rig)!;
      const [well, ill] = [goes(rig, []), goes(rig, [{ kind: 'slipping', part: part.id }])];
      expect(ill.full, rig.name).toBeLessThan(well.full * 0.7);
      expect(ill.soon, rig.name).toBeGreaterThan(5);
      expect(ill.later, rig.name).toBeLessThan(1);
    }
  });

  it('too tight draws at rest what it draws at most', () => {
    for (const rig of rigs) {
      const { part } = driveOf(rig)!;
      const usual = rig.sheets[part.class]!.supplies.map((s) => s.draw);
      const taken = compileBench(rig, 1, [{ kind: 'tight', part: part.id }]).parts.find((p) => p.part.id === part.id)!;
      expect(taken.sheet.supplies.map((s) => s.draw.typical)).toEqual(usual.map((d) => d.peak));
      expect(usual.some((d) => d.peak > d.typical)).toBe(true);
    }
  });

  it('is felt by the hand that lifts the line, before anything is fed', () => {
    for (const rig of rigs) {
      const { part } = driveOf(rig)!;
      const steps = planOf(rig);
      expect(steps.indexOf(wheelOf(rig))).toBeLessThan(steps.findIndex((s) => s.by === undefined));
      expect(passes(rig, []), rig.name).toBe(true);
      for (const kind of ['slipping', 'tight'] as const) expect(passes(rig, [{ kind, part: part.id }]), kind).toBe(false);
    }
  });
});
