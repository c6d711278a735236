import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { handingOn, mendedRig } from '../../test/support/demo-rig.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { applyEdits, findCable, type Rig } from '../rig/index.js';
import { feedChoices } from './feed-choice.js';
import { heatAt } from './heat.js';
import { leastGauges } from './least-gauges.js';
import { capacityShare, cellOhmShare } from './pack.js';
import { packRun } from './pack-run.js';
import { railTree } from './rail-tree.js';
import { runTimeMin } from './run-time.js';
import { atCelsius, atPeak, rigNetwork } from './rig-network.js';
import { solveRigNetwork, type Rails } from './solve-rails.js';
import { splicePlaces } from './splice-place.js';
import { PACK_LEAD_AWG, wireMaxA } from './wire.js';

const rigs: [string, Rig][] = [
  ['the demo rig', mendedRig()],
  ['a gimbal that hands volts on', handingOn()],
  ...BENCHES.map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]),
];
const flatPeak = (rig: Rig): Rails => solveRigNetwork(atPeak(rigNetwork(rig)), 0);
/** Least room over the floor of anything that is fed, V. */
const leastRoom = ({ nodes }: Rails): number =>
  Math.min(...nodes.filter((n) => n.allowed && n.fedBy !== null).map((n) => n.volts - n.allowed![0]));

describe('the thinnest leads that keep a room', () => {
  it.each(rigs)('of %s: done, they keep it, and each step thinner breaks what is said', (_, rig) => {
    const before = leastRoom(flatPeak(rig));
    if (!Number.isFinite(before)) return;
    for (const margin of [0.05, Math.max(0, before - 0.1)]) {
      const found = leastGauges(rig, rigNetwork(rig), margin);
      expect(found.nowV).toBeCloseTo(before, 6);
      const after = applyEdits(
        rig,
        found.leads.flatMap((l) => l.edits),
      ).rig;
      expect(leastRoom(flatPeak(after))).toBeCloseTo(found.thenV!, 6);
      if (found.holds) expect(found.thenV!).toBeGreaterThanOrEqual(margin - 1e-6);
      for (const lead of found.leads) stepThinner(after, lead, Math.min(margin, found.thenV!));
    }
  });

  function stepThinner(rig: Rig, lead: ReturnType<typeof leastGauges>['leads'][number], margin: number): void {
    const gaugeAwg = lead.leastAwg + 2 - (lead.leastAwg % 2);
    const wires = findCable(rig, lead.cable)!.wires;
    const { wires: flows } = flatPeak(rig);
    const most = Math.max(...flows.filter((w) => w.cable === lead.cable).map((w) => Math.abs(w.amps)));
    if (lead.bound === 'pack') expect(gaugeAwg).toBeGreaterThan(PACK_LEAD_AWG);
    if (lead.bound === 'thinnest') expect(gaugeAwg).toBeGreaterThan(26);
    if (lead.bound === 'current') expect(1.5 * most).toBeGreaterThan(wireMaxA(gaugeAwg) * 0.98);
    if (lead.bound === 'fuse')
      expect(Math.max(...wires.map((w) => (w.inline?.kind === 'fuse' ? w.inline.amps : 0)))).toBeGreaterThan(
        wireMaxA(gaugeAwg),
      );
    if (lead.bound !== 'room') return;
    const thinner = applyEdits(
      rig,
      flows
        .filter((w) => w.cable === lead.cable)
        .map((w) => ({ kind: 'setWire', cable: w.cable, wire: w.wire, gaugeAwg })),
    ).rig;
    expect(leastRoom(flatPeak(thinner))).toBeLessThan(margin);
  }

  it('are thicker where a load starves, as far as the plugs take it', () => {
    const rig = smallRig({ PK: 'pack-3s', GB: 'gimbal-two-axis' }, [
      leadOf('C1', ['PK.out.1 GB.supply.1 red', 'PK.out.2 GB.supply.2 black'], { gaugeAwg: 30, lengthMm: 3000 }),
    ]);
    const { nowV, thenV, leads } = leastGauges(rig, rigNetwork(rig), 2.4);
    expect(thenV!).toBeGreaterThan(nowV!);
    expect(leads[0]!.leastAwg).toBeLessThan(30);
  });
});

describe('the place of a splice', () => {
  const spliced = (trunkMm: number): Rig =>
    smallRig({ PK: 'pack-3s', S: 'splice-four', A: 'gimbal-two-axis', B: 'gimbal-two-axis' }, [
      leadOf('T', ['PK.out.1 S.in.1 red', 'PK.out.2 S.in.2 black'], { gaugeAwg: 20, lengthMm: trunkMm }),
      leadOf('A', ['S.out1.1 A.supply.1 red', 'S.out1.2 A.supply.2 black'], { gaugeAwg: 22, lengthMm: 1600 - trunkMm }),
      leadOf('B', ['S.out2.1 B.supply.1 red', 'S.out2.2 B.supply.2 black'], { gaugeAwg: 22, lengthMm: 1600 - trunkMm }),
    ]);

  it('is where least copper keeps the room; done, it is what was said', () => {
    for (const trunkMm of [100, 800]) {
      const rig = spliced(trunkMm);
      const [place] = splicePlaces(rig, rigNetwork(rig), 0.5);
      expect(place).toMatchObject({ part: 'S', trunk: 'T', branches: ['A', 'B'], nowMm: trunkMm });
      expect(place!.thenG).toBeLessThanOrEqual(place!.nowG + 1e-9);
      const after = applyEdits(rig, place!.edits).rig;
      expect(leastRoom(flatPeak(after))).toBeCloseTo(place!.thenV, 4);
      expect(leastRoom(flatPeak(after))).toBeGreaterThanOrEqual(0.5);
      // one trunk in place of two branches is lighter, as long as its gauge is near theirs
      expect(place!.bestMm).toBeGreaterThanOrEqual(trunkMm);
    }
  });

  it('is nearest the feeding end where no place keeps the room and the branches are the thicker together', () => {
    const rig = spliced(800);
    const [place] = splicePlaces(rig, rigNetwork(rig), 50);
    expect(place!.thenV).toBeGreaterThan(place!.nowV);
    expect(place!.bestMm).toBeLessThan(100);
  });
});

describe('heat', () => {
  it.each(rigs)('of %s is what the rails lose, and grows with the square of the current', (_, rig) => {
    const network = atPeak(rigNetwork(rig));
    const rails = solveRigNetwork(network, 1);
    const { wires, regulators } = heatAt(rig, network, rails);
    expect(regulators.reduce((sum, r) => sum + r.watts, 0)).toBeCloseTo(rails.lostW.regulators, 4);
    const rows = railTree(rig, rails, new Map());
    expect(rows.reduce((sum, row) => sum + (row.heatW ?? 0), 0)).toBeCloseTo(rails.lostW.regulators, 4);
    for (const row of rows) expect(row.heatW ?? 0).toBeGreaterThan(-1e-6);
    // nothing is counted twice: not what a part draws itself beside what it hands on through its own regulator
    const given = rails.nodes.filter((n) => n.kind === 'pack').reduce((sum, n) => sum + n.volts * n.amps, 0);
    expect(given).toBeCloseTo(rails.loadW + rails.lostW.wires + rails.lostW.regulators, 3);
    // contacts lose the rest
    expect(wires.reduce((sum, w) => sum + w.watts, 0)).toBeLessThanOrEqual(rails.lostW.wires + 1e-6);
    for (const w of wires) {
      const gauge = findCable(rig, w.cable)!.wires[w.wire]!.gaugeAwg;
      expect(w.riseK).toBeCloseTo(35 * (w.amps / wireMaxA(gauge)) ** 2, 6);
    }
  });
});

describe('packs in the cold', () => {
  it('resist more and give less, the colder the more', () => {
    const at = [-20, -10, 0, 10, 20, 40];
    const ohms = at.map(cellOhmShare);
    const gives = at.map(capacityShare);
    expect(ohms[2]).toBeCloseTo(2, 6);
    expect(ohms).toEqual([...ohms].sort((a, b) => b - a));
    expect(gives).toEqual([...gives].sort((a, b) => a - b));
    expect(gives.at(-1)).toBe(1);
  });

  it('of the demo rig: lower volts at its plug, a shorter run, and back again the same', () => {
    const rig = mendedRig();
    const network = rigNetwork(rig);
    const cold = atCelsius(network, -10);
    const packV = ({ nodes }: Rails): number => nodes.find((n) => n.kind === 'pack')!.volts;
    expect(packV(solveRigNetwork(atPeak(cold), 0))).toBeLessThan(packV(flatPeak(rig)));
    expect(runTimeMin(rig, cold)!).toBeLessThan(0.8 * runTimeMin(rig, network)!);
    const back = atCelsius(cold, 20).prepared.circuit.elements;
    back.forEach((e, i) => {
      const own = network.prepared.circuit.elements[i]!;
      if (e.kind === 'resistance' && own.kind === 'resistance') expect(e.ohm).toBeCloseTo(own.ohm, 12);
      if (e.kind === 'pack' && own.kind === 'pack') expect(e.ohm).toBeCloseTo(own.ohm, 12);
    });
  });
});

describe('run time', () => {
  it('of full packs of one class is that of a run stepped through', () => {
    for (const [, rig] of rigs) {
      const network = rigNetwork(rig);
      const stepped = packRun(rig, network).minutes;
      const quick = runTimeMin(rig, network);
      if (quick === null || stepped === null) expect(quick).toBe(stepped);
      else expect(Math.abs(quick - stepped)).toBeLessThan(0.005 * stepped);
    }
  });
});

describe('both sides of the gimbal feed', () => {
  it('say what each moves by, warms and shares', () => {
    const sides = feedChoices(mendedRig());
    expect(sides.map((s) => s.value)).toEqual(['pack', 'steady']);
    const [pack, steady] = sides as [(typeof sides)[number], (typeof sides)[number]];
    expect(pack.fullV - pack.flatV).toBeGreaterThan(steady.fullV - steady.flatV);
    expect(steady.heatW).toBeGreaterThan(pack.heatW);
    expect(pack.shares).not.toContain('Gimbal, two axis');
    expect(pack.from).not.toBe(steady.from);
  });
});
