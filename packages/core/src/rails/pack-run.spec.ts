import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { demoNamed } from '../../test/support/demo-rig.js';
import type { Sheet } from '../parts/index.js';
import { emptyRig, type Rig } from '../rig/index.js';
import { rigNetwork } from './index.js';
import { KEPT_CHARGE, packRun } from './studies.js';

/** One or two packs side by side on a load that asks for some amps, whatever the volts. */
function rigOf(amps: number, ...shares: number[]): Rig {
  const parts = Object.fromEntries(shares.map((_, i) => [`P${i}`, 'pack-4s']));
  const leads = shares.map((_, i) =>
    leadOf(`C${i}`, [`P${i}.out.1 VT.supply.1 red`, `P${i}.out.2 VT.supply.2 black`], { gaugeAwg: 12, lengthMm: 100 }),
  );
  const rig = smallRig({ ...parts, VT: 'video-transmitter-pack' }, leads);
  const load = structuredClone<Sheet>(rig.sheets['video-transmitter-pack']!);
  load.supplies[0]!.draw = { kind: 'current', typical: amps, peak: amps, duty: 1 };
  return {
    ...rig,
    sheets: { ...rig.sheets, [load.class]: load },
    parts: rig.parts.map((p) => (p.id.startsWith('P') ? { ...p, charge: { share: shares[Number(p.id[1])]! } } : p)),
  };
}
const runOf = (rig: Rig) => packRun(rig, rigNetwork(rig));
const CAPACITY_AH = rigOf(1, 1).sheets['pack-4s']!.sources[0]!.pack!.capacityMah / 1000;

describe('packs over a run', () => {
  it('end when the charge that is used is used at the current that is drawn', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 30, noNaN: true }),
        fc.double({ min: 0.4, max: 1, noNaN: true }),
        (a, share) => {
          const { minutes, packs } = runOf(rigOf(a, share));
          const wanted = ((share - KEPT_CHARGE) * CAPACITY_AH * 60) / a;
          expect(Math.abs(minutes! - wanted) / wanted).toBeLessThan(1e-3);
          expect(packs[0]!.toCharge).toBeCloseTo(KEPT_CHARGE, 6);
          expect(packs[0]!.share).toBe(1);
        },
      ),
      { numRuns: 25 },
    );
  });

  it('share alike when they are alike, and run twice as long as one', () => {
    const [one, two] = [runOf(rigOf(6, 1)), runOf(rigOf(6, 1, 1))];
    expect(two.packs.map((p) => p.share)).toEqual([expect.closeTo(0.5, 6), expect.closeTo(0.5, 6)]);
    expect(two.minutes! / one.minutes!).toBeCloseTo(2, 2);
    expect(two.fullMinutes).toBe(two.minutes);
  });

  it('that differ: the fuller pushes into the other at first, does more of the work, and the run is shorter', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 0.9, noNaN: true }), (share) => {
        const { packs, minutes, fullMinutes } = runOf(rigOf(6, 1, share));
        const [full, less] = packs;
        expect(full!.firstA).toBeGreaterThan(6);
        expect(less!.firstA).toBeLessThan(0);
        expect(less!.mostInA).toBeCloseTo(-less!.firstA, 1);
        expect(full!.share).toBeGreaterThan(less!.share);
        expect(minutes!).toBeLessThan(fullMinutes!);
        // what the load took is what both gave
        expect(full!.givenAh + less!.givenAh).toBeCloseTo((6 * minutes!) / 60, 3);
      }),
      { numRuns: 15 },
    );
  });

  it('of a rig on a line, and of one without any pack', () => {
    const { packs, minutes } = runOf(demoNamed('glasshouse-line'));
    expect(packs.map((p) => p.part)).toEqual(['PA', 'PB']);
    expect(minutes).toBeGreaterThan(0);
    expect(runOf(emptyRig('x', 'x'))).toEqual({ minutes: null, fullMinutes: null, packs: [] });
  });
});
