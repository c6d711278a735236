import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { rigNetwork } from '../rails/index.js';
import { applyEdits, type Rig } from '../rig/index.js';
import { wakePlan } from './plan.js';
import { powerUp } from './power-up.js';
import { startMends, type StartMend } from './start-mends.js';

function mendsOf(rig: Rig, pairs = 1): StartMend[] {
  const network = rigNetwork(rig);
  const plan = wakePlan(rig, 'field', pairs);
  return startMends(rig, network, plan, powerUp(network, plan));
}

const thinFed = (lengthMm: number): Rig =>
  smallRig({ PK: 'pack-3s', GB: 'gimbal-two-axis' }, [
    leadOf('C1', ['PK.out.1 GB.supply.1 red', 'PK.out.2 GB.supply.2 black'], { gaugeAwg: 34, lengthMm }),
  ]);

const classesOf = (boards: number): Record<string, string> =>
  Object.fromEntries(
    Array.from({ length: boards }, (_, i): [string, string][] => [
      [`AR${i}`, 'accessory-rails'],
      [`AU${i}`, 'air-unit'],
    ]).flat(),
  );

/** A gimbal and two boards of switched outlets on one thin lead; what they feed fills its input when they are switched on. */
function sharedLead(capacitanceUf: number, boards = 1): Rig {
  const thin = { gaugeAwg: 26, lengthMm: 1200 };
  const rig = smallRig({ PK: 'pack-4s', S: 'splice-four', GB: 'gimbal-two-axis', ...classesOf(boards) }, [
    leadOf('C1', ['PK.out.1 S.in.1 red', 'PK.out.2 S.in.2 black'], thin),
    leadOf('C2', ['S.out1.1 GB.supply.1 red', 'S.out1.2 GB.supply.2 black']),
    ...Array.from({ length: boards }, (_, i) => [
      leadOf(`R${i}`, [`S.out${i + 2}.1 AR${i}.in.1 red`, `S.out${i + 2}.2 AR${i}.in.2 black`]),
      leadOf(`U${i}`, [`AR${i}.rail14.1 AU${i}.supply.1 red`, `AR${i}.rail14.2 AU${i}.supply.2 black`]),
    ]).flat(),
  ]);
  const asked: Record<string, object> = {
    'accessory-rails': { volts: [10, 60] },
    'gimbal-two-axis': { volts: [14.5, 17] },
    'air-unit': { inrush: { capacitanceUf, softStartMs: 2 } },
  };
  const sheets = Object.entries(rig.sheets).map(([cls, s]) => [
    cls,
    { ...s, supplies: s.supplies.map((x) => ({ ...x, ...asked[cls] })) },
  ]);
  const parts = rig.parts.map((p) => (p.id.startsWith('AR') ? { ...p, settings: { ...p.settings, switch: 'on' } } : p));
  return { ...rig, parts, sheets: Object.fromEntries(sheets) as Rig['sheets'] };
}

describe('what would keep a supply up that does not stay up', () => {
  it('is asked of nothing where everything stays up', () => expect(mendsOf(mendedRig())).toEqual([]));

  it('is a lead of its own where the lead is at fault, and no capacitor carries a load for ever', () => {
    const [mend, ...others] = mendsOf(thinFed(4000));
    expect(others).toEqual([]);
    expect(mend).toMatchObject({ part: 'GB', capacitorUf: null, regulator: null, spacing: null, ownFeedAwg: 20 });
  });

  it('is a capacitor or a lead of its own where another start dips it; with less it resets', () => {
    const [mend, ...others] = mendsOf(sharedLead(2200));
    expect(others).toEqual([]);
    expect(mend).toMatchObject({ part: 'GB', capacitorUf: 4700, regulator: null, spacing: null, ownFeedAwg: 20 });
    // a smaller start asks for a smaller one
    expect(mendsOf(sharedLead(1000))[0]!.capacitorUf!).toBeLessThan(4700);
  });

  it('is one start after the other, where two pairs of hands do both at once and either alone is well', () => {
    const rig = sharedLead(600, 2);
    expect(mendsOf(rig, 1)).toEqual([]);
    const [mend] = mendsOf(rig, 2);
    expect(mend!.spacing).not.toBeNull();
    expect(mendsOf(applyEdits(rig, [mend!.spacing!]).rig, 2)).toEqual([]);
  });

  it('comes to rest in few steps, whatever in-rush the starts take', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 4000 }),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(1, 2),
        (capacitanceUf, boards, pairs) => {
          const rig = sharedLead(capacitanceUf, boards);
          const { steps, converged } = powerUp(rigNetwork(rig), wakePlan(rig, 'field', pairs));
          expect(converged).toBe(true);
          expect(steps).toBeLessThan(5000);
        },
      ),
      // 1120 µF on two boards once stood on the edge between two states, and time stood still
      { numRuns: 60, examples: [[1120, 2, 1]] },
    );
  });
});
