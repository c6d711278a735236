/** What one mistake makes of a bench is told at the mistake, and what follows from it offers no second button. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { fixesOf, type Finding } from '../../src/findings/index.js';
import type { Sheet, SheetDraft } from '../../src/parts/index.js';
import { at, defineSheet } from '../../src/parts/shelf/define.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { applyEdits, emptyRig, newPart, type Rig } from '../../src/rig/index.js';
import { leadOf, smallRig } from '../support/small-rig.js';

type Port = NonNullable<SheetDraft['ports']>[number];
const base = { revision: 1, summary: 'of their own', group: 'Control' as const, role: 'trigger' as const, massG: 10 };
const plug = (id: string, ...pins: Omit<Port['pins'][number], 'n'>[]): Port => ({
  ...{ id, label: id, side: 'left' },
  plug: { family: 'latching 1.25 mm', pins: pins.length },
  pins: pins.map((p, i) => ({ n: i + 1, ...p })),
});
const signal = (label: string, way: 'in' | 'out') => ({ label, line: 'signal' as const, way });
const plus = (way: 'in' | 'out') => ({ label: '+', line: 'supply' as const, way });
const ground = { label: 'G', line: 'ground' as const };
const eats = (id: string, port: string, p: number, g: number, volts: [number, number] = [4.5, 5.5]) => ({
  ...{ id, plus: at(port, p), minus: at(port, g), volts },
  draw: { kind: 'current' as const, typical: 0.05, peak: 0.1 },
});

const receiver = defineSheet({
  ...{ ...base, class: 'own-rx', name: 'Receiver' },
  ports: [
    plug('in', plus('in'), ground),
    plug('one', signal('S', 'out'), plus('out'), ground),
    plug('two', signal('S', 'out'), plus('out'), ground),
  ],
  ties: [[at('in', 1), at('one', 2), at('two', 2)]],
  supplies: [eats('s', 'in', 1, 2)],
  links: [
    { id: 'air', kind: 'radio', way: 'listen', pins: {} },
    { id: 'one', kind: 'pulse', way: 'talk', pins: { data: at('one', 1) } },
    { id: 'two', kind: 'pulse', way: 'talk', pins: { data: at('two', 1) } },
  ],
});
const trigger = defineSheet({
  ...{ ...base, class: 'own-trigger', name: 'Trigger' },
  ports: [
    plug('in', signal('S', 'in'), plus('in'), ground),
    plug('say', signal('A', 'in'), signal('B', 'out'), ground),
  ],
  supplies: [eats('s', 'in', 2, 3)],
  links: [
    { id: 'in', kind: 'pulse', way: 'listen', pins: { data: at('in', 1) } },
    { id: 'hear', kind: 'pulse', way: 'listen', pins: { data: at('say', 1) } },
    { id: 'say', kind: 'pulse', way: 'talk', pins: { data: at('say', 2) } },
  ],
});
/** Two outlets, a supply of its own on the same pins as the one that feeds them. */
const rails = defineSheet({
  ...{ ...base, class: 'own-rails', name: 'Rails' },
  ports: [plug('in', plus('in'), ground), plug('five', plus('out'), ground), plug('nine', plus('out'), ground)],
  supplies: [
    eats('own', 'in', 1, 2, [10, 17]),
    { ...eats('feed', 'in', 1, 2, [10, 17]), draw: { kind: 'regulator', typical: 0, peak: 0 } },
  ],
  sources: (['five', 'nine'] as const).map((id) => ({
    ...{ id, kind: 'buck' as const, plus: at(id, 1), minus: at(id, 2), maxA: 3, outOhm: 0.02 },
    regulator: { volts: id === 'five' ? 5 : 9, dropoutV: 1, efficiency: 0.9, quiescentA: 0.01, fedBy: 'feed' },
  })),
});

const sheets: Record<string, Sheet> = {
  RX: receiver,
  TR: trigger,
  RA: rails,
  PK: SHELF.find((s) => s.class === 'pack-4s')!,
};
function bench(ids: string[], leads: string[][]): Rig {
  return applyEdits(emptyRig('own', 'Own'), [
    ...ids.map((id) => ({ kind: 'addPart' as const, part: newPart(id, sheets[id]!.class, id), sheet: sheets[id]! })),
    ...leads.map((lines, i) => ({ kind: 'addCable' as const, cable: leadOf(`C${i + 1}`, lines) })),
  ]).rig;
}
const told = (rig: Rig, rule: string): Finding[] => analyse(rig).findings.filter((f) => f.rule === rule);
const text = ({ title, text: rest }: Finding): string => `${title}. ${rest}`;
const buttons = (f: Finding): string[] => fixesOf(f).map((fix) => fix.label);

const TRIGGER = ['RX.one.1 TR.in.1', 'RX.one.2 TR.in.2', 'RX.one.3 TR.in.3'];
const FED = ['PK.out.1 RA.in.1', 'PK.out.2 RA.in.2'];

describe('what hangs on a rail', () => {
  it('is told with the part that it hangs on, whose supply is the one to mend', () => {
    const dark = told(bench(['PK', 'RA', 'RX', 'TR'], [FED, TRIGGER]), 'supply-none');
    expect(dark.map(text)).toEqual([
      'Nothing feeds RX. It takes 4.5–5.5 V. No lead from a pack or regulator reaches it.',
      'Nothing feeds TR. It takes 4.5–5.5 V, and hangs on RX, which nothing feeds.',
    ]);
    expect(dark.map(buttons)).toEqual([['Lead from RA, five'], []]);
  });

  it('has its volts again with it, and no button of its own meanwhile', () => {
    const high = bench(['PK', 'RA', 'RX', 'TR'], [FED, TRIGGER, ['RA.nine.1 RX.in.1', 'RA.nine.2 RX.in.2']]);
    const over = told(high, 'supply-range');
    expect(over.map((f) => [f.subjects[0], buttons(f)])).toEqual([
      ['RX', ['Move to RA, five']],
      ['TR', []],
    ]);
    const mended = applyEdits(high, fixesOf(over[0]!)[0]!.edits).rig;
    expect(told(mended, 'supply-range')).toEqual([]);
  });
});

describe('a part that is not fed', () => {
  it('is told once for all supplies on one pair of pins, and has no head room to run out of', () => {
    const dark = bench(['RA', 'RX'], [['RA.five.1 RX.in.1', 'RA.five.2 RX.in.2']]);
    expect(told(dark, 'supply-none').filter((f) => f.subjects[0] === 'RA').length).toBe(1);
    expect(told(dark, 'regulator-dropout')).toEqual([]);
  });
});

describe('an output on an output', () => {
  const rig = bench(
    ['PK', 'RA', 'RX', 'TR'],
    [FED, ['RA.five.1 RX.in.1', 'RA.five.2 RX.in.2'], TRIGGER, ['RX.two.1 TR.say.2', 'RX.two.3 TR.say.3']],
  );

  it('is a signal on the wrong pin, and goes to the one that hears', () => {
    const [wrong, ...more] = told(rig, 'signal-misplaced');
    expect(more).toEqual([]);
    expect(buttons(wrong!)).toEqual(['Move it to A']);
    expect(told(applyEdits(rig, fixesOf(wrong!)[0]!.edits).rig, 'signal-misplaced')).toEqual([]);
  });
});

it('a box that hears nobody stands idle, though it does nothing itself', () => {
  const rig = bench(['PK', 'RA', 'TR'], [FED, ['RA.five.1 TR.in.2', 'RA.five.2 TR.in.3']]);
  expect(told(rig, 'part-idle').map((f) => f.subjects[0])).toEqual(['TR']);
});

describe('a port that speaks one thing alone', () => {
  const pair = (id: string) => plug(id, signal('TX', 'out'), signal('RX', 'in'), ground);
  const speaks = (id: string, baud?: number) => ({
    ...{ id, kind: 'mavlink' as const, way: 'both' as const, pins: { send: at(id, 1), hear: at(id, 2) } },
    params: baud ? { baud } : {},
  });
  const board = defineSheet({
    ...{ ...base, class: 'own-board', name: 'Board', inside: { battery: true, minutes: 60 } },
    ports: [pair('tel')],
    links: [speaks('tel')],
    resources: [{ id: 'tel', label: 'TEL 1', kind: 'serial', port: 'tel', highestBaud: 921600 }],
    functions: [
      { id: 'roll', label: 'Roll', what: 'roll', takes: 'position', askedBy: [{ by: 'slot', over: ['tel'] }] },
    ],
  });
  const device = defineSheet({
    ...{ ...base, class: 'own-device', name: 'Device', inside: { battery: true, minutes: 60 } },
    ports: [pair('tel')],
    links: [speaks('tel', 115200)],
  });
  const joined = (baud?: number): Rig => {
    const rig = applyEdits(emptyRig('own', 'Own'), [
      { kind: 'addPart', part: newPart('FC', board.class, 'Board'), sheet: board },
      { kind: 'addPart', part: newPart('DV', device.class, 'Device'), sheet: device },
      { kind: 'addCable', cable: leadOf('C1', ['FC.tel.1 DV.tel.2', 'FC.tel.2 DV.tel.1', 'FC.tel.3 DV.tel.3']) },
    ]).rig;
    return baud === undefined ? rig : { ...rig, held: [{ part: 'FC', resource: 'tel', to: 'mavlink', baud }] };
  };

  it('is told nothing, and where it was told a speed, that of its device', () => {
    expect(told(joined(), 'port-not-set')).toEqual([]);
    expect(told(joined(115200), 'port-not-set')).toEqual([]);
    const [slow] = told(joined(57600), 'port-not-set');
    expect(text(slow!)).toContain('is set to mavlink at 57600 baud. Device wants mavlink at 115200 baud');
    expect(applyEdits(joined(57600), fixesOf(slow!)[0]!.edits).rig.held).toEqual(joined(115200).held);
  });
});

it('what an HDMI socket is asked for is amperes, however a sheet counts them', () => {
  const rig = smallRig({ CAM: 'mirrorless-a', HC: 'hdmi-converter' }, [['CAM.hdmi.1 HC.in.1', 'CAM.hdmi.2 HC.in.2']]);
  const asks = (draw: Sheet['supplies'][number]['draw']): string[] => {
    const converter = rig.sheets['hdmi-converter']!;
    const supplies = converter.supplies.map((e) => ({ ...e, draw }));
    return told(
      { ...rig, sheets: { ...rig.sheets, [converter.class]: { ...converter, supplies } } },
      'hdmi-powered',
    ).map(text);
  };
  // 4.6 to 5.4 V: all three are the same load
  for (const draw of [
    { kind: 'power', typical: 1, peak: 2.07 },
    { kind: 'current', typical: 0.2, peak: 0.45 },
    { kind: 'resistance', typical: 12, peak: 12 },
  ] as const)
    expect(asks(draw).join()).toContain('It wants 0.45 A, a socket need give 0.055 A.');
});
