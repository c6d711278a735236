import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import { eachPackAmps, partVolts, solveRigNetwork } from './solve-rails.js';
import { rigNetwork } from './rig-network.js';
import { KEPT_CHARGE } from './pack-run.js';
import { runTimeMin } from './run-time.js';
import { GAUGES, fuseFor, gaugeFor, wireMaxA, wireOhmPerMetre } from './wire.js';

describe('the wire for a lead', () => {
  it('carries half as much again, drops no more than allowed, and is the thinnest that does', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 20, noNaN: true }),
        fc.integer({ min: 30, max: 900 }),
        fc.double({ min: 0.05, max: 0.6, noNaN: true }),
        (amps, lengthMm, dropV) => {
          const suits = (awg: number): boolean =>
            wireMaxA(awg) >= 1.5 * amps && 2 * amps * wireOhmPerMetre(awg) * (lengthMm / 1000) <= dropV;
          const chosen = gaugeFor(amps, lengthMm, dropV);
          const usable = GAUGES.filter((awg) => awg <= 26);
          if (suits(chosen)) expect(usable.filter((awg) => awg > chosen).some(suits)).toBe(false);
          else expect(usable.some(suits)).toBe(false);
        },
      ),
    );
  });

  it('between two gauges counts as the thinner', () => {
    expect(wireMaxA(24)).toBe(3.5);
    expect(wireMaxA(23)).toBe(wireMaxA(24));
    expect(wireMaxA(21)).toBe(wireMaxA(22));
    expect(GAUGES.map(wireMaxA)).toEqual([...GAUGES.map(wireMaxA)].sort((a, b) => a - b));
  });

  it('is fused half above its peak, at the next rating of the trade', () => {
    expect([0.5, 2, 3.4, 10, 66, 900].map(fuseFor)).toEqual([1, 3, 7.5, 15, 100, 100]);
    expect(fuseFor(14)).toBe(25);
    expect(fuseFor(13.3)).toBe(20);
  });
});

describe('solves that start from the one before', () => {
  const network = rigNetwork(mendedRig());
  const charges = [1, 0.8, 0.55, 0.3, 0.05, 0];

  it('give the same current as a solve of its own at each charge', () => {
    const own = charges.map((c) => solveRigNetwork(network, c).packA);
    // the rig has one pack
    const [pack] = eachPackAmps(network, charges);
    pack!.amps.forEach((amps, i) => expect(amps).toBeCloseTo(own[i]!, 6));
  });

  it('give the same volts at a part', () => {
    const own = charges.map((c) => solveRigNetwork(network, c).nodes.find((n) => n.part === 'GB')!.volts);
    partVolts(network, 'GB', charges).forEach((v, i) => expect(v).toBeCloseTo(own[i]!, 6));
  });
});

describe('time until the charge that is kept', () => {
  it('lies between that of the least and of the greatest current on the way', () => {
    const rig = mendedRig();
    const network = rigNetwork(rig);
    const drawn = eachPackAmps(network, [1, KEPT_CHARGE])[0]!.amps;
    const mah = rig.parts
      .flatMap((p) => rig.sheets[p.class]!.sources)
      .reduce((s, x) => s + (x.pack?.capacityMah ?? 0), 0);
    const minutes = (amps: number): number => (((mah / 1000) * (1 - KEPT_CHARGE)) / amps) * 60;
    const found = runTimeMin(rig, network)!;
    expect(found).toBeGreaterThan(minutes(Math.max(...drawn)));
    expect(found).toBeLessThan(minutes(Math.min(...drawn)));
  });

  it('is not known where nothing draws', () => {
    const rig = smallRig({ PK: 'pack-4s', GB: 'gimbal-two-axis' });
    expect(runTimeMin(rig, rigNetwork(rig))).toBeNull();
  });
});
