import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { analyse } from '../analysis/index.js';
import { CELLS } from '../parts/index.js';
import { applyEdit, emptyRig, type Inline, type Part, type Rig } from '../rig/index.js';
import { CELL, cellV, chargeOf, packV, railTree, rigNetwork, runTimeMin, solveRails, sweepRails } from './index.js';
import { feedChoices } from './studies.js';

describe('network of a rig', () => {
  it('a boost stage that nothing feeds gives nothing', () => {
    const rig = smallRig({ R: 'buck-boost-12v', GB: 'gimbal-two-axis' }, [
      ['R.out.1 GB.supply.1', 'R.out.2 GB.supply.2'],
    ]);
    const volts = solveRails(rig, 1).nodes.map((n) => n.volts);
    expect(Math.max(...volts.map(Math.abs))).toBeCloseTo(0, 9);
  });
});

describe('charge from what a pack reads', () => {
  it.each(CELLS)('is the inverse of the rest voltage of %s', (chemistry) => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (charge) => {
        expect(chargeOf(cellV(charge, chemistry), chemistry)).toBeCloseTo(charge, 9);
      }),
    );
  });

  // [practice] a tool pack sold as 56 V reads about 54 V when nearly full
  it('a tool pack of fourteen is 56 V full and about 54 V nearly full', () => {
    expect(packV(14, 1, 'lithium-ion')).toBeCloseTo(56, 6);
    expect(packV(14, 0.9, 'lithium-ion')).toBeCloseTo(54, 0);
    // what a sheet says of three cells is what they give, to the last figure
    for (let cells = 1; cells <= 24; cells++) expect(packV(cells, 1)).toBe(Number((cells * 4.2).toFixed(1)));
  });

  // [mem] what people read on them: four of 3.2 V, four of 1.2 V, a block of 12 V
  it.each([
    ['lithium-iron-phosphate', 4, 12.8, 14.6],
    ['nickel-metal-hydride', 4, 4.8, 5.8],
    ['lead-acid', 6, 12, 12.9],
  ] as const)('%s is known by what its pack is sold as', (chemistry, cells, soldV, mostV) => {
    expect(packV(cells, 0.3, chemistry)).toBeCloseTo(soldV, 0);
    expect(packV(cells, 1, chemistry)).toBeGreaterThan(soldV);
    expect(packV(cells, 1, chemistry)).toBeLessThan(mostV);
  });
});

describe('what sits in a supply wire', () => {
  const fed = (inline: Inline | undefined, from = 'PK', to = 'VT'): number => {
    const lead = leadOf('C1', [`${from}.out.1 ${to}.supply.1 red`, `${from}.out.2 ${to}.supply.2 black`], {
      gaugeAwg: 20,
    });
    lead.wires[0] = { ...lead.wires[0]!, ...(inline ? { inline } : {}) };
    const rails = solveRails(smallRig({ PK: 'pack-4s', VT: 'video-transmitter-pack' }, [lead]), 1);
    return rails.nodes.find((n) => n.part === 'VT')!.volts;
  };
  const plain = fed(undefined);

  it('a diode drops its 0.4 V and little more', () => {
    expect(plain - fed({ kind: 'diode' })).toBeGreaterThan(0.4);
    expect(plain - fed({ kind: 'diode' })).toBeLessThan(0.42);
  });

  it('a resistor drops what its current asks', () => {
    const volts = fed({ kind: 'resistor', ohm: 1 });
    expect(plain - volts).toBeCloseTo(4.6 / volts, 2);
  });

  it('a switch that is off, and a diode the wrong way round, leave the load without', () => {
    expect(fed({ kind: 'switch', closed: false })).toBe(0);
    expect(fed({ kind: 'switch', closed: true })).toBeCloseTo(plain, 6);
    const back = leadOf('C1', ['VT.supply.1 PK.out.1 red', 'PK.out.2 VT.supply.2 black'], { gaugeAwg: 20 });
    back.wires[0] = { ...back.wires[0]!, inline: { kind: 'diode' } };
    const rails = solveRails(smallRig({ PK: 'pack-4s', VT: 'video-transmitter-pack' }, [back]), 1);
    const dark = rails.nodes.find((n) => n.part === 'VT')!;
    expect(dark.fedBy).toBeNull();
    expect(dark.volts).toBeCloseTo(0, 9);
  });
});

describe('packs of their own charge', () => {
  const two = (charge: Part['charge'], wired = true): Rig =>
    smallRig(
      { P1: 'pack-4s', P2: 'pack-4s', VT: 'video-transmitter-pack' },
      [
        leadOf('C1', ['P1.out.1 VT.supply.1 red', 'P1.out.2 VT.supply.2 black'], { gaugeAwg: 20 }),
        ...(wired ? [leadOf('C2', ['P2.out.1 P1.out.1 red', 'P2.out.2 P1.out.2 black'], { gaugeAwg: 16 })] : []),
      ],
      { P2: charge ? { charge } : {} },
    );
  const minutes = (rig: Rig): number => runTimeMin(rig, rigNetwork(rig))!;

  it('one that no lead touches does not lengthen the run', () => {
    const both = minutes(two(undefined));
    expect(Math.abs(both / minutes(two(undefined, false)) - 2)).toBeLessThan(0.02);
  });

  it('one that reads less works less, and the run ends with the first that is empty', () => {
    const rails = solveRails(two({ volts: 15.6 }), 1);
    const [a, b] = ['P1', 'P2'].map((id) => rails.nodes.find((n) => n.part === id)!.amps);
    expect(a).toBeGreaterThan(b!);
    expect(minutes(two({ share: 0.6 }))).toBeLessThan(minutes(two(undefined)));
  });

  it('1 V apart and more is a stop told in volts; less is none', () => {
    const unequal = (volts: number) => analyse(two({ volts })).findings.find((f) => f.rule === 'packs-unequal');
    expect(unequal(15.5)?.text).toContain('16.80 V');
    expect(unequal(15.5)?.text).toContain('15.50 V');
    expect(unequal(15.9)).toBeUndefined();
  });
});

describe('pack', () => {
  // @source [practice] 4.20 full, 3.7 nominal, 3.5 land now, 3.3 the floor
  it('starts at 4.20 V a cell and ends at the floor, near nominal for most of it', () => {
    expect([cellV(1), cellV(0)]).toEqual([4.2, 3.3]);
    expect(CELL.nominalV).toBe(3.7);
    expect(Math.abs(cellV(0.2) - CELL.nominalV)).toBeLessThan(0.1);
    // land now is read under load: at rest the same cell shows more
    expect(cellV(0.1)).toBeGreaterThan(CELL.landV);
    expect([packV(3, 1), packV(3, 0)].map((v) => Number(v.toFixed(3)))).toEqual([12.6, 9.9]);
  });

  it('rises with charge', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b) => {
        expect(cellV(Math.min(a, b))).toBeLessThanOrEqual(cellV(Math.max(a, b)));
      }),
    );
  });
});

describe('rails of the demo rig', () => {
  const at = (rails: ReturnType<typeof solveRails>, part: string) =>
    rails.nodes.find((n) => n.part === part && n.kind !== 'regulator input')!;

  it('show the thermal core on twelve volts, and on five once mended', () => {
    expect(at(solveRails(demoRig(), 0.5), 'TH').volts).toBeGreaterThan(11.9);
    expect(at(solveRails(mendedRig(), 0.5), 'TH')).toMatchObject({ fedBy: 'R5' });
    expect(at(solveRails(mendedRig(), 0.5), 'TH').volts).toBeGreaterThan(4.75);
  });

  it('keep energy: what packs give is eaten or lost', () => {
    for (const charge of [1, 0.5, 0]) {
      const rails = solveRails(mendedRig(), charge);
      const given = rails.nodes.filter((n) => n.kind === 'pack').reduce((sum, n) => sum + n.volts * n.amps, 0);
      expect(given).toBeCloseTo(rails.loadW + rails.lostW.wires + rails.lostW.regulators, 4);
    }
  });

  it('sag as the pack empties, and a thicker wire sags less', () => {
    const { lines } = sweepRails(rigNetwork(mendedRig()));
    const video = lines.find((l) => l.part === 'VT')!.volts;
    expect(video[0]!).toBeGreaterThan(video.at(-1)!);
    const thick = applyEdit(mendedRig(), { kind: 'setWire', cable: 'C9', wire: 0, gaugeAwg: 20 }).rig;
    expect(at(solveRails(thick, 0, 'peak'), 'TH').volts).toBeGreaterThan(
      at(solveRails(mendedRig(), 0, 'peak'), 'TH').volts,
    );
  });

  it('hang in a tree under the pack', () => {
    const rails = solveRails(mendedRig(), 1);
    const rows = railTree(mendedRig(), rails, new Map());
    expect(rows[0]).toMatchObject({ depth: 0, part: 'PK' });
    expect(rows.find((r) => r.part === 'TH')?.depth).toBe(2);
    expect(rows.find((r) => r.part === 'R5')?.heatW).toBeGreaterThan(0.3);
  });

  it('offer the gimbal from the pack or a steady regulator, with what it would see', () => {
    const [raw, steady] = feedChoices(mendedRig());
    expect(steady).toMatchObject({ value: 'steady', edits: [], fits: true });
    expect(raw!.fullV - raw!.flatV).toBeGreaterThan(3);
    const rewired = raw!.edits.reduce((rig, edit) => applyEdit(rig, edit).rig, mendedRig());
    expect(at(solveRails(rewired, 1), 'GB').volts).toBeCloseTo(raw!.fullV, 9);
  });

  it('run longer on a lighter load, and not at all without a pack', () => {
    const whole = runTimeMin(mendedRig(), rigNetwork(mendedRig()))!;
    const lighter = applyEdit(mendedRig(), { kind: 'removePart', part: 'TH' }).rig;
    expect(runTimeMin(lighter, rigNetwork(lighter))!).toBeGreaterThan(whole);
    expect(runTimeMin(emptyRig('x', 'x'), rigNetwork(emptyRig('x', 'x')))).toBeNull();
  });
});
