import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { besideInrush } from '../../test/support/rule-cases.js';
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

describe('what would keep a supply up that does not stay up', () => {
  it('is asked of nothing where everything stays up', () => expect(mendsOf(mendedRig())).toEqual([]));

  it('is a lead of its own where the lead is at fault, and no capacitor carries a load for ever', () => {
    const [mend, ...others] = mendsOf(thinFed(4000));
    expect(others).toEqual([]);
    expect(mend).toMatchObject({ part: 'GB', capacitorUf: null, regulator: null, spacing: null, ownFeedAwg: 20 });
  });

  it('is a capacitor or a lead of its own where another start dips it; with less it resets', () => {
    const [mend, ...others] = mendsOf(besideInrush(2200));
    expect(others).toEqual([]);
    expect(mend).toMatchObject({ part: 'GB', capacitorUf: 4700, regulator: null, spacing: null, ownFeedAwg: 20 });
    // a smaller start asks for a smaller one
    expect(mendsOf(besideInrush(1000))[0]!.capacitorUf!).toBeLessThan(4700);
  });

  it('is one start after the other, where two pairs of hands do both at once and either alone is well', () => {
    const rig = besideInrush(600, 2);
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
          const rig = besideInrush(capacitanceUf, boards);
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
