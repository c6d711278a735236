import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { rigNetwork, solveRigNetwork } from '../rails/index.js';
import { emptyRig, type Rig } from '../rig/index.js';
import { powerUp, type PowerUp } from './power-up.js';
import { scheduleWake } from './schedule.js';
import { wakeTasks } from './tasks.js';

const up = (rig: Rig, charge = 1): PowerUp => powerUp(rigNetwork(rig), scheduleWake(wakeTasks(rig)), charge);

const rigs: [string, Rig][] = [
  ['the demo rig', mendedRig()],
  ...BENCHES.filter((_, i) => i % 3 === 0).map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]),
];

describe('power-up', () => {
  it.each(rigs)('of %s ends where the rails rest, with nobody reset', (_, rig) => {
    for (const charge of [1, 0.3]) {
      const run = up(rig, charge);
      const rest = solveRigNetwork(rigNetwork(rig), charge, 'cold');
      expect(run.converged).toBe(true);
      expect(run.resets).toEqual([]);
      run.lines.forEach((line, i) => expect(line.volts.at(-1)).toBeCloseTo(rest.nodes[i]!.volts, 1));
      expect(run.mostA.amps).toBeGreaterThanOrEqual(rest.packA - 0.05);
    }
  });

  it('takes more at the start than at rest, where a part charges its input', () => {
    const rig = rigs
      .map(([, r]) => r)
      .find((r) => Object.values(r.sheets).some((s) => s.supplies.some((x) => x.inrush)))!;
    const run = up(rig);
    expect(run.mostA.amps).toBeGreaterThan(1.2 * run.packA.at(-1)!);
    expect(run.unknown.length).toBeGreaterThan(0);
  });

  it('nothing stands before the first pack is on', () => {
    const run = up(mendedRig());
    const on = scheduleWake(wakeTasks(mendedRig())).steps.find((s) => s.id === 'PK:on')!;
    const before = run.timeS.findLastIndex((t) => t < on.start - 0.01);
    for (const line of run.lines) if (line.part !== 'PK') expect(line.volts[before] ?? 0).toBeCloseTo(0, 6);
  });

  it('a supply that cannot carry its load starts, dies and starts again: counted, with its period', () => {
    // 12 W over eight metres of the thinnest wire
    const thin = leadOf('C1', ['PK.out.1 GB.supply.1 red', 'PK.out.2 GB.supply.2 black'], {
      gaugeAwg: 34,
      lengthMm: 4000,
    });
    const rig = smallRig({ PK: 'pack-3s', GB: 'gimbal-two-axis' }, [thin]);
    const run = up(rig);
    const [cycle] = run.cycles;
    expect(cycle).toMatchObject({ part: 'GB' });
    expect(cycle!.periodS).toBeGreaterThanOrEqual(0.01);
    expect(run.resets.length).toBeLessThan(10);
    // and the operating point of a rig that was running says the same: below its floor
    expect(solveRigNetwork(rigNetwork(rig), 1).nodes.find((n) => n.part === 'GB')!.marginV).toBeLessThan(0);
  });

  it('of an empty rig is empty', () => {
    expect(up(emptyRig('x', 'x'))).toMatchObject({ lines: [], resets: [], cycles: [] });
  });
});
