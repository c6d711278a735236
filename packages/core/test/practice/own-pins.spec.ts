/** What moves the craft hangs where it is told and fed: surfaces, drives, a box between two links, a board that tells its sender. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import type { Sheet } from '../../src/parts/index.js';
import {
  defineSheet,
  eats,
  flightFunctions,
  gives,
  ground,
  picturePort,
  plus,
  regulatorIn,
  serialPort,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const air = (way: 'talk' | 'listen') => ({ id: 'air', kind: 'radio' as const, way, pins: {} });
const onPlug = (port: string, volts: [number, number], typical: number, peak: number) => ({
  ...eats(port, volts, typical, peak),
  plus: { port, pin: 2 },
  minus: { port, pin: 3 },
});
const servo = (cls: string, functions: Sheet['functions'] = []): Sheet =>
  defineSheet({
    ...{ ...base, class: cls, role: 'drive', name: cls, group: 'Control', massG: 10 },
    ports: [servoPort('s', 'lead', 'left', 'in', 'supply')],
    supplies: [onPlug('s', [4.5, 7.4], 0.3, 2)],
    links: [wire('s', 'pulse', 'listen', 's')],
    functions,
  });
const told = (what: 'photo' | 'throttle', takes: 'momentary' | 'position'): Sheet['functions'] =>
  defineSheet({
    ...{ ...base, class: 'x', role: 'drive', name: 'x', group: 'Control', massG: 1 },
    functions: [
      {
        ...{ id: 'act', label: 'act', what, takes, over: ['s'] },
        ...(takes === 'momentary' ? { windows: [{ fromUs: 1700, toUs: 2200, label: 'press' }] } : {}),
      },
    ],
  }).functions;
const surface = servo('own-surface');
const finger = servo('own-finger', told('photo', 'momentary'));
const drive = (volts: [number, number]): Sheet =>
  defineSheet({
    ...{ ...base, class: 'own-drive', role: 'drive', name: 'Speed unit', group: 'Control', massG: 40 },
    ports: [supplyPort('dc', 'power', 'left', 'wire ends'), servoPort('s', 'lead', 'left', 'in')],
    supplies: [eats('dc', volts, 40, 200)],
    links: [wire('s', 'pulse', 'listen', 's')],
    functions: told('throttle', 'position'),
  });
const PINS = Array.from({ length: 8 }, (_, i) => `c${i + 1}`);
const rows = defineSheet({
  ...{ ...base, class: 'own-rows', role: 'receiver', name: 'Receiver', group: 'Control', massG: 9 },
  ports: [
    ...PINS.map((id) => servoPort(id, id, 'right', 'out', 'supply')),
    supplyPort('b', 'battery', 'left', 'wire ends'),
  ],
  ties: [[...PINS.map((port) => ({ port, pin: 2 })), { port: 'b', pin: 1 }]],
  supplies: [eats('b', [4, 8.4], 0.3, 0.5)],
  links: [air('listen'), ...PINS.map((id) => wire(id, 'pulse', 'talk', id))],
});
const steady = (cls: string, volts: number, maxA: number): Sheet =>
  defineSheet({
    ...{ ...base, class: cls, role: 'regulator', name: `Regulator ${volts} V`, group: 'Power', massG: 15 },
    ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
    supplies: [regulatorIn('in', [volts + 1.5, 28])],
    sources: [gives('buck', 'out', volts, maxA)],
  });

type Kind = Parameters<typeof brief>[1];
const of = (kind: Kind, parts: PartLine[], sheets: Sheet[], wishes: ['photo'][] = []): Proposed =>
  Proposed.of({ ...brief('Fen', kind, parts, wishes), sheets });

describe('a plane that flies by the pins of its receiver', () => {
  const now = of(
    'fixed wing',
    [
      ['PK', 'pack-3s'],
      ['V5', 'own-five'],
      ['RX', rows.class],
      ['E', 'own-drive'],
      ['A1', surface.class],
      ['A2', surface.class],
      ['EL', surface.class],
      ['F', finger.class],
      ['TX', 'transmitter-10'],
    ],
    [rows, drive([9, 17]), surface, finger, steady('own-five', 5, 6)],
    [['photo']],
  );
  it('has its surfaces on the pins that fly, the motor on the throttle and the shutter behind them', () => {
    const pins = (part: string): string => now.pinOf('RX', '*', part);
    expect(['A1', 'A2', 'EL'].map(pins).sort()).toEqual(['c1', 'c2', 'c4']);
    expect(pins('E')).toBe('c3');
    expect(Number(pins('F').slice(1))).toBeGreaterThan(4);
    expect(now.proposal.unmet).toEqual([]);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop' || f.rule === 'part-idle')).toEqual([]);
  });
});

describe('two motors alike on the pins of a receiver', () => {
  const two = (kind: Kind): Proposed =>
    of(
      kind,
      [
        ['PK', 'pack-4s'],
        ['V5', 'own-five'],
        ['RX', rows.class],
        ['E1', 'own-drive'],
        ['E2', 'own-drive'],
        ['TX', 'transmitter-10'],
      ],
      [rows, drive([9, 17]), steady('own-five', 5, 3)],
    );
  const slots = (now: Proposed): (number | null)[] => ['E1', 'E2'].map((id) => now.slot(`${id}.act`));
  it('hang on the throttle together where they fly, and on a stick each where they drive', () => {
    const [flown, driven] = [two('fixed wing'), two('hand-held or ground')];
    expect(slots(flown)).toEqual([3, 3]);
    expect(slots(driven).sort()).toEqual([2, 3]);
    for (const now of [flown, driven]) expect([now.proposal.unmet, now.failing()]).toEqual([[], []]);
  });
});

describe('what moves the craft', () => {
  const own: PartLine[] = [
    ['B', 'own-small'],
    ['M', 'own-large'],
    ['V5', 'own-five'],
    ['RX', rows.class],
    ['E', 'own-drive'],
    ['TX', 'transmitter-10'],
  ];
  const packOf = (cls: string, cells: number, capacityMah: number): Sheet =>
    defineSheet({
      ...{ ...base, class: cls, role: 'pack', name: `${cells} cells`, group: 'Power', massG: 300 },
      ports: [supplyPort('o', 'out', 'right', 'wire ends')],
      sources: [
        {
          ...{ id: 'cells', kind: 'pack', plus: { port: 'o', pin: 1 }, minus: { port: 'o', pin: 2 } },
          ...{ maxA: 60, outOhm: 0.01, pack: { cells, capacityMah } },
        },
      ],
    });
  const feeder = (small: number): string | null =>
    of('hand-held or ground', own, [
      ...[rows, drive([9, 17]), steady('own-five', 5, 3)],
      ...[packOf('own-small', 3, small), packOf('own-large', 4, 10_000)],
    ]).feeder('E');
  it('lives on the pack that holds most, where one holds much more', () => {
    expect(feeder(3000)).toBe('M');
    // of two that hold about as much the one with room at both ends of its charge
    expect(feeder(12_000)).toBe('B');
  });
});

it('two loads that ask for all of a regulator are not both hung on it: leads take volts, and watts then ask for more', () => {
  const load = (cls: string, volts: [number, number], watts: number): Sheet =>
    defineSheet({
      ...{ ...base, class: cls, role: 'tool', name: cls, group: 'Payload', massG: 50 },
      ports: [supplyPort('dc', 'power', 'left', 'wire ends')],
      supplies: [eats('dc', volts, watts / 2, watts)],
    });
  const now = of(
    'hand-held or ground',
    [
      ['PK', 'pack-6s'],
      ['V', 'own-twelve'],
      ['L', 'own-wide'],
      ['S', 'own-strict'],
    ],
    [load('own-wide', [10, 28], 30), load('own-strict', [11, 14], 6), steady('own-twelve', 12, 3)],
  );
  expect([now.feeder('L'), now.feeder('S')]).toEqual(['PK', 'V']);
  expect(now.analysis.findings.filter((f) => f.mark === 'stop')).toEqual([]);
});

describe('a box that goes over from one receiver to another', () => {
  const plug = (id: string, way: 'in' | 'out') => servoPort(id, id, way === 'in' ? 'left' : 'right', way, 'supply');
  const receiver = (cls: string): Sheet =>
    defineSheet({
      ...{ ...base, class: cls, role: 'receiver', name: cls, group: 'Control', massG: 8 },
      ports: [plug('o', 'out')],
      supplies: [onPlug('o', [4, 8.4], 0.3, 0.5)],
      links: [air('listen'), wire('o', 'sbus', 'talk', 'o')],
    });
  const changer = defineSheet({
    ...{ ...base, class: 'own-changer', role: 'trigger', name: 'Changer', group: 'Control', massG: 20 },
    ports: [plug('a', 'in'), plug('b', 'in'), plug('o', 'out'), supplyPort('dc', 'power', 'left', 'wire ends')],
    ties: [[...['a', 'b', 'o'].map((port) => ({ port, pin: 2 })), { port: 'dc', pin: 1 }]],
    supplies: [eats('dc', [4.5, 8.4], 0.2, 0.4)],
    links: [wire('a', 'sbus', 'listen', 'a'), wire('b', 'sbus', 'listen', 'b'), wire('o', 'sbus', 'talk', 'o')],
  });
  const head = (cls: string, what: 'tilt' | 'zoom'): Sheet =>
    defineSheet({
      ...{ ...base, class: cls, role: 'gimbal', name: cls, group: 'Payload', massG: 400 },
      ports: [supplyPort('dc', 'power', 'left', 'wire ends'), servoPort('bus', 'bus', 'left', 'in')],
      supplies: [eats('dc', [9, 17], 4, 9)],
      links: [wire('bus', 'sbus', 'listen', 'bus')],
      functions: [{ id: what, label: what, what, takes: 'position', over: ['bus'] }],
    });
  it('tells all that hears the bus: what hung on one receiver would hear that link alone', () => {
    const now = Proposed.of({
      ...brief(
        'Quay',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['V5', 'own-five'],
          ['RA', 'own-a'],
          ['RB', 'own-b'],
          ['CH', changer.class],
          ['H', 'own-head'],
          ['Z', 'own-lens'],
          ['TX', 'transmitter-16'],
        ],
        [['tilt'], ['zoom']],
      ),
      sheets: [
        ...[receiver('own-a'), receiver('own-b'), changer],
        ...[head('own-head', 'tilt'), head('own-lens', 'zoom'), steady('own-five', 5, 3)],
      ],
    });
    expect(['H', 'Z', 'RA', 'RB'].map((id) => now.between('CH', id).length)).toEqual([1, 1, 1, 1]);
    expect(now.proposal.unmet).toEqual([]);
  });
});

describe('a board that tells its sender what power it may have', () => {
  const board = defineSheet({
    ...{ ...base, class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 12 },
    ports: [
      supplyPort('dc', 'power', 'left', 'wire ends'),
      servoPort('rc', 'bus', 'left', 'in'),
      supplyPort('acc', 'outlet', 'right', 'wire ends'),
      serialPort('u', 'serial', 'right'),
    ],
    supplies: [eats('dc', [9, 26], 2, 3)],
    sources: [gives('buck', 'acc', 5, 0.01, { fedBy: 'main' })],
    links: [
      wire('rc', 'sbus', 'listen', 'rc'),
      {
        ...{ id: 'u', kind: 'device-serial', way: 'talk', params: { protocol: 'sender words', baud: 4800 } },
        pins: { send: { port: 'u', pin: 2 } },
      },
    ],
    functions: [
      ...flightFunctions(['rc']),
      {
        ...{ id: 'power', label: 'sender power', what: 'radio-power', takes: 'windows', over: ['rc'] },
        windows: [
          { fromUs: 800, toUs: 1499, label: 'low' },
          { fromUs: 1500, toUs: 2200, label: 'high' },
        ],
      },
    ],
  });
  const sender = defineSheet({
    ...{ ...base, class: 'own-sender', role: 'video-transmitter', name: 'Sender', group: 'Picture', massG: 12 },
    ports: [
      supplyPort('dc', 'power', 'left', 'wire ends'),
      picturePort('v', 'picture', 'left', 'in'),
      {
        ...{ id: 'c', label: 'words', side: 'left', plug: { family: 'wire ends', pins: 3 } },
        pins: [signal(1, 'C', 'in'), ground(2), plus(3, 'not used')],
      },
    ],
    supplies: [eats('dc', [7, 26], 5, 8)],
    links: [
      wire('v', 'composite', 'listen', 'v'),
      {
        ...{ id: 'c', kind: 'device-serial', way: 'listen', params: { protocol: 'sender words', baud: 4800 } },
        pins: { hear: { port: 'c', pin: 1 } },
      },
      air('talk'),
    ],
  });
  const parts: PartLine[] = [
    ['PK', 'pack-4s'],
    ['RX', 'receiver-bus'],
    ['V5', 'own-five'],
    ['FC', board.class],
    ['CN', 'nose-camera'],
    ['VT', sender.class],
    ['TX', 'transmitter-16'],
  ];
  it('grants the wish for it, and not where no lead joins them', () => {
    const now = Proposed.of({
      ...brief('Holm', 'rotor', parts, [['radio-power']]),
      sheets: [board, sender, steady('own-five', 5, 3)],
    });
    expect(now.analysis.brief.wishes.map((w) => w.state)).toEqual(['granted']);
    const lead = now.lead('FC.u', 'VT.c');
    const { brief: without } = analyse(now.with([{ kind: 'removeCable', cable: lead.id }]).rig);
    expect(without.wishes.map((w) => w.why)).toEqual(['nothing hangs on Board']);
  });
});

it('a sender with its antenna inside hangs on the switched supply that its power was wished by, as any other does', () => {
  const sender = defineSheet({
    ...{ ...base, class: 'own-sender', role: 'video-transmitter', name: 'Sender', group: 'Picture', massG: 12 },
    ports: [supplyPort('dc', 'power', 'left', 'wire ends'), picturePort('v', 'picture', 'left', 'in')],
    supplies: [eats('dc', [7, 26], 5, 8)],
    links: [wire('v', 'composite', 'listen', 'v'), air('talk')],
  });
  const parts: PartLine[] = [
    ['PK', 'pack-4s'],
    ['V5', 'own-five'],
    ['RX', 'receiver-16'],
    ['VS', 'video-power-switch'],
    ['CN', 'nose-camera'],
    ['VT', sender.class],
    ['TX', 'transmitter-16'],
  ];
  const sheets = [sender, steady('own-five', 5, 3)];
  const now = Proposed.of({ ...brief('Holm', 'rotor', parts, [['radio-power']]), sheets });
  expect(now.feeder('VT')).toBe('VS');
  expect(now.analysis.brief.wishes.map((w) => w.state)).toEqual(['granted']);
  expect(Proposed.of({ ...brief('Holm', 'rotor', parts, []), sheets }).feeder('VT')).toBe('PK');
});
