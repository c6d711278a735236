/** A craft with its speed board: motors on the controller's own outputs, a switch by contact, and a switcher whose sheet says little. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import {
  at,
  defineSheet,
  eats,
  ground,
  picturePort,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { applyEdits, newPart, type Edit, type Rig } from '../../src/rig/index.js';
import { otherFunctions } from '../support/other-functions.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const MOTORS = [1, 2, 3, 4];
/** Ground, telemetry and four pulses: the same plug on both boards. */
const motorPlug = (id: string, label: string, way: 'in' | 'out') => ({
  ...{ id, label, side: 'left' as const },
  plug: { family: 'latching 1.25 mm', pins: 6 },
  pins: [ground(1), signal(2, 'TLM', way === 'in' ? 'out' : 'in'), ...MOTORS.map((n) => signal(2 + n, `M${n}`, way))],
});
const telemetry = { protocol: 'speed telemetry', baud: 115_200 };
const speedBoard = defineSheet({
  ...base,
  ...{ class: 'own-speed-board', role: 'drive', name: 'Speed board', group: 'Control', massG: 18 },
  ports: [supplyPort('b', 'battery', 'left'), motorPlug('fc', 'to controller', 'in')],
  supplies: [eats('b', [6, 17], 5, 9)],
  links: [
    { id: 't', kind: 'device-serial', way: 'talk', pins: { send: at('fc', 2) }, params: telemetry },
    ...MOTORS.map((n) => ({ ...wire(`m${n}`, 'pulse', 'listen', 'fc'), pins: { data: at('fc', 2 + n) } })),
  ],
});
const AUX = ['nothing', ...[1, 2, 3, 4, 5, 6].map((n) => `AUX ${n}`)];
const told = (id: string) => ({ id, label: `${id} follows`, values: AUX, default: 'nothing', how: 'app' as const });
const board = defineSheet({
  ...base,
  ...{ class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 16, board: 'middle' },
  ports: [
    supplyPort('dc', 'battery', 'left'),
    motorPlug('esc', 'ESC', 'out'),
    servoPort('rc', 'RC', 'left', 'in'),
    servoPort('s5', 'S5', 'right', 'out'),
    { ...picturePort('cc', 'CC', 'right', 'out'), pins: [signal(1, 'CC', 'out'), ground(2)] },
    picturePort('cam', 'CAM', 'left', 'in'),
    picturePort('vtx', 'VTX', 'right', 'out'),
  ],
  supplies: [eats('dc', [6, 17], 2, 3)],
  links: [
    wire('rc', 'sbus', 'listen', 'rc'),
    { id: 'tlm', kind: 'device-serial', way: 'listen', pins: { hear: at('esc', 2) }, params: telemetry },
    ...MOTORS.map((n) => ({ ...wire(`m${n}`, 'pulse', 'talk', 'esc'), pins: { data: at('esc', 2 + n) } })),
    wire('s5', 'pulse', 'talk', 's5', {}, { slotSetting: 's5' }),
    wire('cc', 'contact', 'talk', 'cc', {}, { slotSetting: 'cc' }),
    wire('cam', 'composite', 'listen', 'cam'),
    wire('vtx', 'composite', 'talk', 'vtx'),
  ],
  settings: [told('s5'), told('cc')],
  functions: [
    ...(['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
      ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
      rangeUs: [1000, 2000] as [number, number],
    })),
    {
      ...{ id: 'arm', label: 'Arm', what: 'arm', takes: 'latch', over: ['rc'], firstSlot: 5 },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'armed' }],
    },
  ],
});
const eye = defineSheet({
  ...base,
  ...{ class: 'own-eye', role: 'camera', name: 'Eye', group: 'Payload', massG: 9 },
  ports: [supplyPort('dc', 'volts', 'left'), picturePort('v', 'video', 'right', 'out')],
  supplies: [eats('dc', [6, 17], 1, 1.4)],
  links: [wire('v', 'composite', 'talk', 'v')],
  view: { wideDeg: 120, teleDeg: 120, pointsAcross: 700 },
});
/** Two pictures in, one out, and a function that is called so: nothing more is said. */
const chooser = defineSheet({
  ...base,
  ...{ class: 'own-chooser', role: 'switcher', name: 'Chooser', group: 'Picture', massG: 4 },
  ports: [
    supplyPort('dc', 'volts', 'left'),
    picturePort('a', 'eye 1', 'left', 'in'),
    picturePort('b', 'eye 2', 'left', 'in'),
    picturePort('o', 'out', 'right', 'out'),
    { ...picturePort('sel', 'SEL', 'left', 'in'), pins: [signal(1, 'SEL', 'in'), ground(2)] },
  ],
  supplies: [eats('dc', [6, 17], 0.1, 0.2)],
  links: [
    wire('a', 'composite', 'listen', 'a'),
    wire('b', 'composite', 'listen', 'b'),
    wire('o', 'composite', 'talk', 'o'),
    wire('sel', 'contact', 'listen', 'sel'),
  ],
  functions: [
    {
      ...{ id: 'pick', label: 'Picture', what: 'picture', takes: 'latch', over: ['sel'] },
      windows: [
        { fromUs: 800, toUs: 1500, label: 'eye 1' },
        { fromUs: 1500, toUs: 2200, label: 'eye 2' },
      ],
    },
  ],
});
const cradle = defineSheet({
  ...base,
  ...{ class: 'own-cradle', role: 'gimbal', name: 'Tilt cradle', group: 'Payload', massG: 30 },
  ports: [supplyPort('dc', 'volts', 'left'), servoPort('s', 'servo', 'left', 'in')],
  supplies: [eats('dc', [6, 17], 1, 3)],
  links: [wire('s', 'pulse', 'listen', 's')],
  joints: [
    {
      ...{ id: 't', label: 'tilt', minDeg: -90, maxDeg: 30, speedDegPerS: 200 },
      ...{ carries: 'payload', axis: [0, 1, 0] as [number, number, number] },
    },
  ],
  functions: [
    {
      ...{ id: 't', label: 'Tilt', what: 'tilt', takes: 'position', over: ['s'], joint: 't' },
      rangeUs: [1000, 2000] as [number, number],
    },
  ],
});

const goggles = defineSheet({
  ...base,
  ...{ class: 'own-goggles', role: 'display', name: 'Goggles', group: 'Picture', massG: 0 },
  inside: { battery: true, minutes: 90 },
  links: [{ id: 'rf', kind: 'radio', way: 'listen', pins: {} }],
});

const now = Proposed.of({
  ...brief(
    'Newt',
    'FPV',
    [
      ['PK', 'pack-3s'],
      ['TX', 'transmitter-16'],
      ['RX', 'receiver-bus'],
      ['FC', board.class],
      ['ES', speedBoard.class],
      ['RG', 'regulator-5v'],
      ['E1', eye.class, { label: 'Front eye' }],
      ['E2', eye.class, { label: 'Rear eye' }],
      ['SW', chooser.class],
      ['TC', cradle.class],
      ['VT', 'video-transmitter-pack'],
      ['AN', 'antenna-screw'],
    ],
    [['tilt'], ['picture']],
  ),
  sheets: [board, speedBoard, eye, chooser, cradle],
});
const textsOf = (rig: Rig, rule: string): string[] =>
  analyse(rig).findings.flatMap((f) => (f.rule === rule ? [f.text] : []));
const plug = now.lead('ES.fc', 'FC.esc');
const wireOn = (pin: number): number => now.wireAt(plug, `ES.fc.${pin}`);
/** Two ends of the plug changed over at the speed board. */
const changedOver = (a: number, b: number): Edit[] =>
  [
    [a, b],
    [b, a],
  ].map(([from, to]): Edit => {
    const wireAt = wireOn(from!);
    const end = plug.wires[wireAt]!.from.part === 'ES' ? 'from' : 'to';
    return { kind: 'moveEnd', cable: plug.id, wire: wireAt, end, pin: { part: 'ES', port: 'fc', pin: to! } };
  });

describe('motors', () => {
  it('have the controller’s own outputs, pin for pin by one lead, and the payload that which may be told', () => {
    const pairs = plug.wires.map((w) => [w.from, w.to].map((p) => p.pin));
    expect(pairs.every(([a, b]) => a === b)).toBe(true);
    expect(pairs.map(([a]) => a).sort()).toEqual(expect.arrayContaining([2, 3, 4, 5, 6]));
    expect(now.has('FC.s5', 'TC')).toBe(true);
    expect(now.proposal.unmet).toEqual([]);
    expect(textsOf(now.rig, 'signal-missing')).toEqual([]);
  });

  it('keep their outputs where there is one too few, and what is wished is told as open', () => {
    const four = { ...board, ports: board.ports.filter((p) => p.id !== 's5') };
    const short = defineSheet({ ...four, links: board.links.filter((l) => l.id !== 's5'), settings: [told('cc')] });
    const { proposal } = Proposed.of({
      ...brief(
        'Newt',
        'FPV',
        now.bare.parts.map((p) => [p.id, p.class, { label: p.label }]),
        [['tilt'], ['picture']],
      ),
      sheets: [short, speedBoard, eye, chooser, cradle],
    });
    expect(proposal.unmet.map((u) => [u.part, u.wish])).toEqual([[null, 'W1']]);
  });

  it.each([2, 3, 4, 5, 6])('wire %i of their plug is missed, and nothing else', (pin) => {
    const cut: Edit = { kind: 'removeWire', cable: plug.id, wire: wireOn(pin) };
    const text = textsOf(now.with([cut]).rig, 'signal-missing');
    expect(text).toHaveLength(1);
    if (pin > 2) expect(text[0]).toContain(`to controller M${pin - 2}`);
  });

  it('and telemetry changed over is an output on an output', () => {
    expect(textsOf(now.with(changedOver(2, 3)).rig, 'signal-misplaced')).toHaveLength(1);
  });
});

describe('a switch by contact', () => {
  it('carries the slot that its output is set to', () => {
    expect(now.chain('SW.pick').breaks).toBeNull();
    const set = now.rig.parts.find((p) => p.id === 'FC')!.settings.cc;
    expect(now.slot('SW.pick')).toBe(4 + Number(/\d+/.exec(String(set))));
    expect(now.failing()).toEqual([]);
  });

  it('chooses between the pictures of a sheet that lists none, one after the other', () => {
    const from = now.analysis.findings.map((f) => f.rule);
    expect(from).not.toContain('picture-nowhere');
    const [lead] = now.between('E2', 'SW');
    const alone = now.with([{ kind: 'removeCable', cable: lead!.id }]);
    const [dark] = textsOf(alone.rig, 'input-empty');
    expect(dark).toMatch(/^Eye [12] of Chooser has nothing on it/);
    expect(textsOf(alone.rig, 'part-idle')).toEqual([]);
  });

  it('stands idle without a picture to put out', () => {
    const off = ['E1', 'E2'].map((eye): Edit => ({ kind: 'removeCable', cable: now.lead(`${eye}.v`, 'SW').id }));
    expect(textsOf(now.with(off).rig, 'part-idle')).toEqual(['It is fed, and no picture comes to it.']);
    const out = now.with([{ kind: 'removeCable', cable: now.lead('SW.o', 'FC').id }]);
    expect(textsOf(out.rig, 'part-idle')).toEqual(['It is fed, and nothing takes its picture.']);
  });
});

describe('a switch that arms', () => {
  const slot = now.slot('FC.arm')!;
  const armed = now.with([
    { kind: 'shape', transmitter: 'TX', channel: slot, change: { reverse: !now.chain('FC.arm').shaping!.reverse } },
  ]);
  const rests = (rig: Rig): string[] => analyse(rig).wake.steps.flatMap((s) => /^Throttle low.*/.exec(s.text) ?? []);

  it('is told of where it arms at rest, without a button for it, and is up before the packs go on', () => {
    const { label } = now.chain('FC.arm').control!;
    expect(rests(now.rig)).toEqual(['Throttle low, switches down']);
    expect(rests(armed.rig)).toEqual([`Throttle low, switches down, ${label} up`]);
    expect(textsOf(now.rig, 'wrong-way')).toEqual([]);
    expect(textsOf(armed.rig, 'wrong-way')).toEqual([expect.stringContaining('asks for it where it rests')]);
  });

  it('is told of just so where the sheet has a window for safe as well', () => {
    const windows = [
      { fromUs: 800, toUs: 1450, label: 'safe' },
      { fromUs: 1550, toUs: 2200, label: 'armed' },
    ];
    const twice = (rig: Rig): Rig => otherFunctions(rig, 'arm', { takes: 'windows', windows });
    const { label } = now.chain('FC.arm').control!;
    expect(rests(twice(armed.rig))).toEqual([`Throttle low, switches down, ${label} up`]);
    expect(textsOf(twice(now.rig), 'wrong-way')).toEqual([]);
    expect(textsOf(twice(armed.rig), 'wrong-way')).toEqual([expect.stringContaining('asks for it where it rests')]);
  });
});

describe('a craft whose screen hears nobody', () => {
  it('is told that the picture of its camera arrives nowhere, though it gets as far as the controller', () => {
    const seen = now.with([{ kind: 'addPart', part: newPart('GO', goggles.class, 'Goggles'), sheet: goggles }]);
    expect(textsOf(seen.rig, 'picture-nowhere')).toEqual([]);
    const without = applyEdits(seen.rig, [{ kind: 'removePart', part: 'VT' }]).rig;
    expect(textsOf(without, 'picture-nowhere')).not.toEqual([]);
  });
});
