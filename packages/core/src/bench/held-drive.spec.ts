import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { otherFunctions } from '../../test/support/other-functions.js';
import { findChains, gatesOf, type Chain } from '../channels/index.js';
import type { PartFunction, Sheet } from '../parts/index.js';
import { SHELF } from '../parts/shelf/index.js';
import { planOf, playStep } from '../prove/index.js';
import type { Rig } from '../rig/index.js';
import { compileBench, observe, runBench, setControls, startBench } from './index.js';

const all = [...BENCHES, ...SYSTEMS].map((b) => Proposed.of(b.brief).rig);
const braked = (rig: Rig): Chain[] =>
  findChains(rig).filter((c) => c.fn.what === 'brake' && c.control && !c.breaks && driveOf(rig, c) !== undefined);
const driveOf = (rig: Rig, { part }: Chain): Chain | undefined =>
  findChains(rig).find((c) => c.part.id === part.id && c.fn.what === 'drive' && c.control && !c.breaks);
const rigs = all.filter((rig) => braked(rig).length);

/** What the drive of a rig does after each of some moves, %. */
const goes = (rig: Rig, ...moves: Record<string, number>[]): number[] => goesWith(rig, rig, ...moves);

function goesWith(rig: Rig, as: Rig, ...moves: Record<string, number>[]): number[] {
  const bench = compileBench(as);
  const drive = driveOf(rig, braked(rig)[0]!)!;
  let state = startBench(bench, { awake: true });
  return moves.map((move) => {
    state = runBench(bench, setControls(state, move), 600);
    return Number(observe(bench, state)[`${drive.part.id}.${drive.fn.id}`]);
  });
}

describe('the kill of a carriage', () => {
  it('is on several benches of practice', () => expect(rigs.length).toBeGreaterThan(2));

  it('beats the pedal, and lets it go on', () => {
    for (const rig of rigs) {
      const kill = braked(rig)[0]!;
      const pedal = driveOf(rig, kill)!.control!.id;
      const [runs, stands, again] = goes(rig, { [pedal]: 1 }, { [kill.control!.id]: 1 }, { [kill.control!.id]: -1 });
      expect(Math.abs(runs!), rig.name).toBeGreaterThan(90);
      expect(stands, rig.name).toBe(0);
      expect(again, rig.name).toBe(runs);
    }
  });

  it('that nothing tells holds nothing', () => {
    let untold = 0;
    for (const rig of rigs) {
      const kill = braked(rig)[0]!;
      const pedal = driveOf(rig, kill)!.control!.id;
      const [{ listener }] = kill.path.slice(-1) as [Chain['path'][number]];
      const ports = Object.values(listener.link.pins).map((p) => p.port);
      const cables = rig.cables.filter(
        (c) => !c.wires.some((w) => [w.from, w.to].some((at) => at.part === kill.part.id && ports.includes(at.port))),
      );
      expect(cables.length).toBeLessThan(rig.cables.length);
      if (findChains({ ...rig, cables }).some((c) => c.part.id === kill.part.id && c.fn.what === 'drive' && c.breaks))
        continue;
      untold++;
      const [, on] = goesWith(rig, { ...rig, cables }, { [pedal]: 1 }, { [kill.control!.id]: 1 });
      expect(Math.abs(on!), rig.name).toBeGreaterThan(90);
    }
    expect(untold).toBeGreaterThan(0);
  });

  it('waits for no ramp: a drive that coasts to rest stands at once', () => {
    const rig = rigs[0]!;
    const kill = braked(rig)[0]!;
    const drive = driveOf(rig, kill)!;
    const slow = otherFunctions(rig, 'drive', { slewPerS: 100 });
    const pedal = drive.control!.id;
    const [, coasting] = goes(slow, { [pedal]: 1, [kill.control!.id]: -1 }, { [pedal]: 0 });
    expect(Math.abs(coasting!)).toBeGreaterThan(0.5);
    const [, held] = goes(slow, { [pedal]: 1, [kill.control!.id]: -1 }, { [kill.control!.id]: 1 });
    expect(held).toBe(0);
  });

  it('is tried by the plan while the drive runs slowly, and the plan passes', () => {
    for (const rig of rigs) {
      const kill = braked(rig)[0]!;
      const drive = driveOf(rig, kill)!;
      const steps = planOf(rig).filter((s) => s.part === kill.part.id && !s.byEye && s.by === undefined);
      const tried = steps.filter(
        (s) => s.id.startsWith(`${kill.part.id}.${kill.fn.id}.`) && s.expectText.endsWith(', and the drive stands'),
      );
      expect(tried.length, rig.name).toBeGreaterThan(0);
      expect(tried[0]!.setUp[drive.control!.id]).toBe(0.25);
      for (const step of steps) {
        const bench = compileBench(rig);
        const { verdict } = playStep(bench, startBench(bench, { awake: true }), step);
        expect(verdict.passed, `${rig.name}: ${step.title}, ${verdict.saw}`).toBe(true);
      }
      // one that does not hold is seen: its windows are called as they were, and it is told the other
      const shaping = rig.shaping.map((row) => (row.control === kill.control!.id ? { ...row, reverse: !row.reverse } : row));
      const bench = compileBench({ ...rig, shaping });
      expect(playStep(bench, startBench(bench, { awake: true }), tried[0]!).verdict.passed).toBe(false);
    }
  });
});

it('a drive goes in every window of its brake and standby but the one that holds, whatever order they come in', () => {
  const sheet = SHELF.find((s) => s.class === 'line-drive-bus')!;
  const drive = sheet.functions.find((f) => f.what === 'drive')!;
  const gates = (own: Sheet) => gatesOf(own, drive).map(({ fn, windows }) => [fn.what, ...windows]);
  expect(gates(sheet)).toEqual([
    ['brake', 'run'],
    ['standby', 'awake'],
  ]);
  const called = (f: PartFunction): PartFunction => ({
    ...f,
    windows: f.windows?.map((w, i) => ({ ...w, label: f.what === 'standby' ? ['standby', 'ready'][i]! : w.label })),
  });
  expect(gates({ ...sheet, functions: sheet.functions.map(called) })[1]).toEqual(['standby', 'ready']);
});
