import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import { compileBench, quietened, startBench } from '../bench/index.js';
import { applyEdit, applyEdits, type Edit, type Rig } from '../rig/index.js';
import { planOf, playStep, type CheckStep } from './index.js';

const rigs = BENCHES.map((b) => [b.name, Proposed.of(b.brief).rig] as const);
const verdictOn = (rig: Rig, step: CheckStep) => {
  const bench = compileBench(rig);
  return playStep(bench, quietened(bench, startBench(bench, { awake: true }), 4000), step).verdict;
};
const stepOf = (rig: Rig, id: string): CheckStep => planOf(rig).find((s) => s.id === id)!;
const edited = (...edits: Edit[]): Rig => applyEdits(mendedRig(), edits).rig;

describe('what is made sure of before anything moves', () => {
  it.each(rigs)('on %s beeps every lead once, still and moved, at few places', (_, rig) => {
    const leads = planOf(rig).filter((s) => s.kind === 'leads' && s.by === 'meter');
    const sights = leads.flatMap((s) => s.expects.map((e) => e.sight));
    expect([...sights].sort()).toEqual(rig.cables.flatMap((c) => [`${c.id}.shaken`, `${c.id}.through`]).sort());
    expect(leads.length).toBeLessThanOrEqual(Math.ceil(rig.parts.length / 2) + 1);
  });

  it('fails where a wire is open, crossed, too thin, or has something in it', () => {
    const rig = mendedRig();
    const at = (cable: string): CheckStep =>
      planOf(rig).find((s) => s.expects.some((e) => e.sight === `${cable}.through`))!;
    const supply = rig.cables.find((c) => c.wires.some((w) => w.gaugeAwg < 24))!;
    const cases: [string, Edit][] = [
      ['C6', { kind: 'crossPair', cable: 'C6' }],
      ['C6', { kind: 'removeWire', cable: 'C6', wire: 0 }],
      ['C6', { kind: 'removeCable', cable: 'C6' }],
      [supply.id, { kind: 'setWire', cable: supply.id, wire: 0, gaugeAwg: 30 }],
      [supply.id, { kind: 'setWire', cable: supply.id, wire: 0, inline: { kind: 'resistor', ohm: 3 } }],
    ];
    for (const [cable, edit] of cases) {
      expect(verdictOn(rig, at(cable)).passed).toBe(true);
      const { passed, saw } = verdictOn(applyEdit(rig, edit).rig, at(cable));
      expect(passed, JSON.stringify(edit)).toBe(false);
      expect(saw.startsWith(`${cable}: `)).toBe(true);
    }
  });

  it('fails where a diode stands the wrong way round, or its wire is open', () => {
    const rig = mendedRig();
    const cable = rig.cables.find((c) => c.wires.some((w) => w.gaugeAwg < 24))!;
    const [wire] = cable.wires;
    const guarded = applyEdit(rig, {
      ...{ kind: 'setWire', cable: cable.id, wire: 0, inline: { kind: 'diode' } },
    }).rig;
    const step = planOf(guarded).find((s) => s.expects.some((e) => e.sight === `${cable.id}.through`))!;
    const turned: Rig = {
      ...guarded,
      cables: guarded.cables.map((c) =>
        c.id === cable.id
          ? { ...c, wires: c.wires.map((w, i) => (i ? w : { ...w, from: wire!.to, to: wire!.from })) }
          : c,
      ),
    };
    expect(verdictOn(guarded, step).passed).toBe(true);
    expect(verdictOn(turned, step).passed).toBe(false);
    expect(verdictOn(applyEdit(guarded, { kind: 'removeWire', cable: cable.id, wire: 0 }).rig, step).passed).toBe(
      false,
    );
  });

  it('reads what each receiver puts out without radio, of slots that nobody moves as well', () => {
    const receiver = 'RX';
    const rig: Rig = {
      ...mendedRig(),
      failSafes: [
        { receiver, slot: 2, does: 'value', valueUs: 1500 },
        { receiver, slot: 1, does: 'value', valueUs: 1500 },
        { receiver, slot: 3, does: 'hold' },
      ],
    };
    const step = planOf(rig).find((s) => s.kind === 'pages' && s.part === receiver)!;
    expect(step.expectText).toContain('without radio 1500 µs on 1 and 2, hold on 3');
    expect(verdictOn(rig, step).passed).toBe(true);
    for (const at of rig.failSafes) {
      const others = rig.failSafes.filter((f) => f !== at);
      expect(verdictOn({ ...rig, failSafes: others }, step).passed).toBe(false);
      const other = { ...at, does: 'value' as const, valueUs: 1234 };
      expect(verdictOn({ ...rig, failSafes: [...others, other] }, step).passed).toBe(false);
    }
  });

  it('says of a control which slot stood where, at which end', () => {
    const step = stepOf(mendedRig(), 'TX.channel-left-slider');
    const { channel, transmitter } = mendedRig().shaping.find((s) => s.control === 'left-slider')!;
    const shape = (change: Extract<Edit, { kind: 'shape' }>['change']): Rig =>
      edited({ kind: 'shape', transmitter, channel, change });
    expect(verdictOn(mendedRig(), step).passed).toBe(true);
    expect(verdictOn(shape({ highUs: 1600 }), step).saw).toBe(`Radio receiver slot ${channel}: 1600 at the high end`);
    expect(verdictOn(shape({ reverse: true }), step)).toMatchObject({ passed: false });
    expect(verdictOn(shape({ subTrimUs: 60 }), step).saw).toContain('in the middle');
    expect(verdictOn(shape({ control: null }), step)).toMatchObject({ passed: false });
  });

  it('leaves a control that flips something as it found it', () => {
    const rig = mendedRig();
    const record = rig.bindings.find((b) => b.part === 'ZC' && b.fn === 'record')!;
    const { control } = rig.shaping.find((s) => s.channel === record.slot)!;
    const bench = compileBench(rig);
    const before = quietened(bench, startBench(bench, { awake: true }), 4000);
    const { state } = playStep(bench, before, stepOf(rig, `TX.channel-${control}`));
    const at = bench.parts.findIndex((p) => p.part.id === 'ZC');
    expect(state.parts[at]!.does!.toggles.some(Boolean)).toBe(false);
  });

  it('wants packs full, and volts as the supplies give them', () => {
    const rig = mendedRig();
    const flat = edited({ kind: 'note', part: 'PK', change: { charge: { share: 0.5 } } });
    expect(verdictOn(rig, stepOf(rig, 'PK.full')).passed).toBe(true);
    expect(verdictOn(flat, stepOf(rig, 'PK.full')).passed).toBe(false);
    // half full is no bad contact
    expect(verdictOn(flat, stepOf(rig, 'power')).passed).toBe(true);
  });
});
