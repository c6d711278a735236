/** What is laid on the bench twice has a place for each: one radio in the air and one at the computer, one regulator for each load. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { compileBench, observe, startBench } from '../../src/bench/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { WAKE_KINDS } from '../../src/wake/index.js';
import { wakePlan } from '../../src/wake/studies.js';
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
  usbPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { brief, type PartLine } from './bench.js';
import { leadScreen } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const words = (port: string) => ({
  ...{ id: port, kind: 'mavlink' as const, way: 'both' as const, params: { baud: 57600 } },
  pins: { send: { port, pin: 2 }, hear: { port, pin: 3 } },
});
const bytes = (way: 'talk' | 'listen') => wire('usb', 'usb', way, 'usb');

const board = defineSheet({
  ...{ ...base, class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 40 },
  ports: [
    supplyPort('dc', 'power', 'left'),
    servoPort('rc', 'bus', 'left', 'in', 'supply'),
    serialPort('a', 'serial A', 'right'),
    serialPort('b', 'serial B', 'right'),
  ],
  ties: [[{ port: 'rc', pin: 2 }, ...['a', 'b'].map((port) => ({ port, pin: 1 }))]],
  supplies: [eats('dc', [9, 26], 2, 3)],
  sources: [gives('buck', 'rc', 5, 1, { fedBy: 'main' })].map((s) => ({
    ...s,
    plus: { port: 'rc', pin: 2 },
    minus: { port: 'rc', pin: 3 },
  })),
  links: [wire('rc', 'sbus', 'listen', 'rc'), words('a'), words('b')],
  functions: flightFunctions(['rc']),
});
const receiver = defineSheet({
  ...{ ...base, class: 'own-receiver', role: 'receiver', name: 'Receiver', group: 'Control', massG: 8 },
  ports: [servoPort('out', 'bus', 'right', 'out', 'supply'), servoPort('pin', 'pin', 'right', 'out', 'supply')],
  settings: [{ id: 'carries', label: 'Pin carries', values: ['CH5', 'CH6'], default: 'CH5', how: 'app' }],
  ties: [['out', 'pin'].map((port) => ({ port, pin: 2 }))],
  supplies: [{ ...eats('out', [4, 8.4], 0.3, 0.5), plus: { port: 'out', pin: 2 }, minus: { port: 'out', pin: 3 } }],
  links: [
    wire('out', 'sbus', 'talk', 'out'),
    { ...wire('pin', 'pulse', 'talk', 'pin'), slotSetting: 'carries' },
    { id: 'air', kind: 'radio', way: 'listen', pins: {} },
  ],
});
/** One class for both ends; it lives on either of its plugs. */
const dataRadio = defineSheet({
  ...{ ...base, class: 'own-radio', role: 'network', name: 'Data radio', group: 'Control', massG: 20 },
  ports: [serialPort('s', 'serial', 'left'), usbPort('usb', 'USB', 'right', 'supply')],
  supplies: [
    {
      ...eats('s', [4.5, 5.5], 0.5, 2, 'five'),
      plus: { port: 's', pin: 1 },
      minus: { port: 's', pin: 4 },
      optional: true,
    },
    {
      ...eats('usb', [4.5, 5.5], 0.5, 2, 'bus'),
      plus: { port: 'usb', pin: 1 },
      minus: { port: 'usb', pin: 3 },
      optional: true,
    },
  ],
  links: [words('s'), bytes('listen'), { id: 'air', kind: 'radio', way: 'both', pins: {} }],
});
const computer = defineSheet({
  ...{ ...base, class: 'own-computer', role: 'display', name: 'Computer', group: 'Picture', massG: 1700 },
  ports: [usbPort('usb', 'USB', 'right', 'supply')],
  sources: [
    {
      id: 'five',
      kind: 'buck',
      maxA: 0.5,
      outOhm: 0.1,
      fixedV: 5,
      plus: { port: 'usb', pin: 1 },
      minus: { port: 'usb', pin: 3 },
    },
  ],
  links: [bytes('talk')],
  inside: { battery: true, minutes: 200 },
  apps: [{ id: 'map', name: 'Map app', shows: [], steers: [] }],
});
const steady = (cls: string, plug?: string): Sheet =>
  defineSheet({
    ...{ ...base, class: cls, role: 'regulator', name: `Five volts ${cls}`, group: 'Power', massG: 15 },
    ports: [supplyPort('in', 'in', 'left'), supplyPort('out', 'out', 'right', plug)],
    supplies: [regulatorIn('in', [7, 26])],
    sources: [gives('buck', 'out', 5, 2)],
  });
const core = defineSheet({
  ...{ ...base, class: 'own-core', role: 'camera', name: 'Core', group: 'Payload', massG: 60 },
  ports: [supplyPort('dc', 'power', 'left')],
  supplies: [eats('dc', [4.75, 5.25], 1, 2)],
  view: { wideDeg: 30, teleDeg: 30, pointsAcross: 640 },
});

const of = (parts: PartLine[], sheets: Sheet[], wishes: ['tilt'][] = []): Proposed =>
  Proposed.of({ ...brief('Moor', 'fixed wing', parts, wishes), sheets });
const flown: PartLine[] = [
  ['PK', 'pack-4s'],
  ['TX', 'transmitter-16'],
  ['RX', receiver.class],
  ['FC', board.class],
];

describe('two data radios of one class and a computer', () => {
  const now = of(
    [...flown, ['R1', dataRadio.class], ['R2', dataRadio.class], ['PC', computer.class]],
    [board, receiver, dataRadio, computer],
  );

  it('are one on board and one at the computer, which feeds it', () => {
    expect([now.between('FC', 'R1'), now.between('FC', 'R2'), now.between('PC', 'R2')].map((c) => c.length)).toEqual([
      1, 0, 1,
    ]);
    const feeders = now.analysis.rails.now.nodes.filter(
      (n) => n.allowed && n.fedBy !== null && n.part.startsWith('R') && n.part !== 'RX',
    );
    expect(feeders.map((n) => [n.part, n.fedBy])).toContainEqual(['R2', 'PC']);
    expect(feeders.find((n) => n.part === 'R2' && n.fedBy !== 'PC')).toBeUndefined();
    expect(now.proposal.unmet).toEqual([]);
  });

  it('is missed where neither of its plugs has volts, and does nothing', () => {
    const lead = now.between('PC', 'R2')[0]!.id;
    const { rig } = now.with([{ kind: 'removeCable', cable: lead }]);
    const missed = analyse(rig).findings.filter((f) => f.rule === 'supply-none');
    expect(missed.map((f) => f.subjects)).toEqual([['R2']]);
    const bench = compileBench(rig);
    expect(observe(bench, startBench(bench, { awake: true }))['R2.feed']).toBe('unfed');
    expect(analyse(now.rig).findings.filter((f) => f.rule === 'supply-none')).toEqual([]);
  });

  it('stay both on board where no computer is', () => {
    const alone = of([...flown, ['R1', dataRadio.class], ['R2', dataRadio.class]], [board, receiver, dataRadio]);
    expect(['R1', 'R2'].map((id) => alone.between('FC', id).length)).toEqual([1, 1]);
  });
});

describe('two regulators of the same volts', () => {
  const loads: PartLine[] = [...flown, ['CA', core.class], ['CB', core.class]];
  it('have a load each, whatever their plugs', () => {
    for (const plug of [undefined, 'barrel']) {
      const sheets = [board, receiver, core, steady('own-a'), steady('own-b', plug)];
      const now = of([...loads, ['VA', 'own-a'], ['VB', 'own-b']], sheets);
      expect([now.feeder('CA'), now.feeder('CB')].sort(), String(plug)).toEqual(['VA', 'VB']);
      expect(now.proposal.idle).toEqual([]);
    }
  });

  it('are no way out for each other where both are too hot', () => {
    const hot = (cls: string): Sheet => {
      const cold = steady(cls);
      return {
        ...cold,
        sources: cold.sources.map((x) => ({ ...x, kind: 'linear', regulator: { ...x.regulator!, heatW: 0.5 } })),
      };
    };
    const { rig } = of(
      [...loads, ['VA', 'own-a'], ['VB', 'own-b']],
      [board, receiver, core, steady('own-a'), steady('own-b')],
    );
    const cooked = { ...rig, sheets: { ...rig.sheets, 'own-a': hot('own-a'), 'own-b': hot('own-b') } };
    const told = analyse(cooked).findings.filter((f) => f.rule === 'regulator-heat');
    expect(told).toHaveLength(2);
    expect(told.flatMap(fixesOf)).toEqual([]);
    const oneIsCold = { ...cooked, sheets: { ...cooked.sheets, 'own-b': steady('own-b') } };
    const [fix] = analyse(oneIsCold)
      .findings.filter((f) => f.rule === 'regulator-heat')
      .flatMap(fixesOf);
    expect(fix!.label).toBe('Move to Five volts own-b');
  });

  it('are not both needed by one load, and one alone feeds two', () => {
    const one = of(
      [...flown, ['CA', core.class], ['VA', 'own-a'], ['VB', 'own-b']],
      [board, receiver, core, steady('own-a'), steady('own-b')],
    );
    expect(one.proposal.idle.map((i) => i.why)).toEqual(['nothing here needs its 5 V']);
    const two = of([...loads, ['VA', 'own-a']], [board, receiver, core, steady('own-a')]);
    expect([two.feeder('CA'), two.feeder('CB')]).toEqual(['VA', 'VA']);
  });
});

describe('what takes pictures from the air and hands them on by lead', () => {
  const eyes = defineSheet({
    ...{ ...base, class: 'own-eyes', role: 'display', name: 'Picture receiver', group: 'Picture', massG: 150 },
    ports: [supplyPort('dc', 'power', 'left'), picturePort('v', 'picture', 'right', 'out')],
    supplies: [eats('dc', [9, 17], 3, 4)],
    links: [{ id: 'air', kind: 'radio', way: 'listen', pins: {} }, wire('v', 'composite', 'talk', 'v')],
  });
  const now = of(
    [
      ...[...flown, ['PG', 'pack-3s'], ['CN', 'nose-camera'], ['VT', 'video-transmitter-plain']],
      ...[
        ['AN', 'antenna-press'],
        ['VR', eyes.class],
        ['SC', leadScreen.class],
      ],
    ] as PartLine[],
    [board, receiver, eyes, leadScreen],
  );
  it('stands on the ground with the screens that hang on it, and lives on a pack of its own there', () => {
    expect(now.between('CN', 'VT')).toHaveLength(1);
    expect(now.between('VR', 'SC')).toHaveLength(1);
    expect(['VT', 'CN'].flatMap((id) => [...now.between(id, 'VR'), ...now.between(id, 'SC')])).toEqual([]);
    expect([now.feeder('VR'), now.feeder('SC'), now.feeder('VT')]).toEqual(['PG', 'PG', 'PK']);
  });
});

describe('a servo beside a board that makes its own five volts', () => {
  const servo = defineSheet({
    ...{ ...base, class: 'own-servo', role: 'drive', name: 'Servo', group: 'Payload', massG: 40 },
    ports: [servoPort('s', 'lead', 'left', 'in', 'supply')],
    supplies: [{ ...eats('s', [4.8, 7.4], 0.5, 4), plus: { port: 's', pin: 2 }, minus: { port: 's', pin: 3 } }],
    links: [wire('s', 'pulse', 'listen', 's')],
    functions: [{ id: 'turn', label: 'tilt', what: 'tilt', takes: 'position', over: ['s'], joint: 'j' }],
    joints: [{ id: 'j', label: 'arm', minDeg: -60, maxDeg: 30, speedDegPerS: 90 }],
  });
  const withSix: PartLine[] = [...flown, ['SV', servo.class], ['V6', 'regulator-6v']];
  it('is fed by what was laid there for it, and by the board where nothing else is', () => {
    expect(of(withSix, [board, receiver, servo], [['tilt']]).feeder('SV')).toBe('V6');
    const without = of(withSix.slice(0, -1), [board, receiver, servo], [['tilt']]);
    expect(without.proposal.unmet).toEqual([]);
    expect(without.feeder('SV')).toBe('FC');
  });
});

it('what flies, or sends the picture, lives on the pack and not on a regulator, where the pack will do', () => {
  const now = of(
    [
      ...flown,
      ['VT', 'video-transmitter-plain'],
      ['AN', 'antenna-press'],
      ['CN', 'nose-camera'],
      ['V9', 'regulator-12v'],
      ['G', 'gimbal-two-axis'],
    ],
    [board, receiver],
    [['tilt']],
  );
  expect([now.feeder('FC'), now.feeder('VT')]).toEqual(['PK', 'PK']);
});

describe('a set whose trainer socket gives volts', () => {
  const socket = { id: 'tr', label: 'trainer', side: 'left' as const, plug: { family: 'jack 3.5 mm', pins: 3 } };
  const pilots = defineSheet({
    ...{ ...base, class: 'own-pilots', role: 'transmitter', name: 'Set of the pilot', group: 'Control', massG: 0 },
    ports: [{ ...socket, pins: [signal(1, 'PPM', 'in'), ground(2), plus(3, '6 V')] }],
    sources: [
      {
        id: 'six',
        kind: 'buck',
        maxA: 0.3,
        outOhm: 0.1,
        fixedV: 6,
        plus: { port: 'tr', pin: 3 },
        minus: { port: 'tr', pin: 2 },
      },
    ],
    links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {} }, wire('ppm', 'ppm', 'listen', 'tr')],
    controls: [{ id: 'k', label: 'K', kind: 'knob', x: 0.5, y: 0.2 }],
  });
  const jack = defineSheet({
    ...{ ...base, class: 'own-jack', role: 'receiver', name: 'Receiver of the socket', group: 'Control', massG: 5 },
    ports: [{ ...socket, pins: [signal(1, 'PPM', 'out'), ground(2), plus(3, '+')] }],
    supplies: [{ ...eats('tr', [4, 8.4], 0.2, 0.3), plus: { port: 'tr', pin: 3 }, minus: { port: 'tr', pin: 2 } }],
    links: [wire('ppm', 'ppm', 'talk', 'tr'), { id: 'air', kind: 'radio', way: 'listen', pins: {} }],
  });
  it('is switched on by hand, once, in every list', () => {
    const { rig } = of(
      [
        ['PK', 'pack-4s'],
        ['TX', pilots.class],
        ['TO', 'operator-remote'],
        ['RO', jack.class],
        ['RX', receiver.class],
        ['G', 'gimbal-two-axis'],
      ],
      [pilots, jack, receiver],
      [['tilt']],
    );
    for (const kind of WAKE_KINDS) {
      const ids = wakePlan(rig, kind, 1).steps.map((s) => s.id);
      expect(new Set(ids).size, kind).toBe(ids.length);
    }
  });
});

describe('a lead that came off', () => {
  const now = of(flown, [board, receiver]);
  const lead = now.between('FC', 'RX')[0]!;

  it('goes back with its signal and its volts, where both plugs have both', () => {
    const off = now.with([{ kind: 'removeCable', cable: lead.id }]);
    const none = analyse(off.rig).findings.find((f) => f.rule === 'supply-none' && f.subjects.includes('RX'))!;
    const [fix] = fixesOf(none);
    const back = off.with(fix!.edits);
    expect(back.between('FC', 'RX')[0]!.wires.length).toBe(lead.wires.length);
    expect(analyse(back.rig).findings.map((f) => f.id)).toEqual(analyse(now.rig).findings.map((f) => f.id));
  });

  it('that joins plus and ground of one plug, and again elsewhere, loses those wires', () => {
    const [plusAt, groundAt] = [2, 3].map((pin) => ({ part: 'FC', port: 'rc', pin }));
    const bad = now.with(
      lead.wires.flatMap((w, wire) => {
        const end = (['from', 'to'] as const).find((e) => w[e].part === 'RX')!;
        const near = w[end === 'from' ? 'to' : 'from'].pin;
        const pin = near === 2 ? groundAt! : near === 3 ? plusAt! : null;
        return pin ? [{ kind: 'moveEnd' as const, cable: lead.id, wire, end, pin }] : [];
      }),
    );
    const told = analyse(bad.rig).findings.find((f) => f.rule === 'polarity')!;
    const [fix, ...more] = fixesOf(told);
    expect(more).toEqual([]);
    expect(fix!.edits.length).toBeGreaterThan(0);
    expect(analyse(bad.with(fix!.edits).rig).findings.map((f) => f.id)).not.toContain(told.id);
  });
});
