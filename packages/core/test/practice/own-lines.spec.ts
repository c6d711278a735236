/** Lines that people lay: a network through its hub, a desk in words of its own, volts that come back along a bus. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { fixesOf } from '../../src/findings/index.js';
import type { Sheet } from '../../src/parts/index.js';
import {
  defineSheet,
  eats,
  ethernetPort,
  flightFunctions,
  gives,
  ground,
  plus,
  regulatorIn,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { brief, type PartLine, type WishLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const air = (way: 'talk' | 'listen' | 'both') => ({ id: 'air', kind: 'radio' as const, way, pins: {} });
const onPlug = (port: string, volts: [number, number], typical: number, peak: number) => ({
  ...eats(port, volts, typical, peak),
  plus: { port, pin: 2 },
  minus: { port, pin: 3 },
});
const dc = supplyPort('dc', 'power', 'left', 'wire ends');
const steady = (cls: string, maxA: number, plug: string): Sheet =>
  defineSheet({
    ...{ ...base, class: cls, role: 'regulator', name: `Regulator ${maxA} A`, group: 'Power', massG: 15 },
    ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', plug)],
    supplies: [regulatorIn('in', [7, 28])],
    sources: [gives('buck', 'out', 5, maxA)],
  });
const stick = (what: 'pan' | 'tilt') => ({
  ...{ id: what, label: what, what, takes: 'rate' as const },
  askedBy: [{ by: 'screen' as const, over: ['words'], what }],
});

const of = (kind: Parameters<typeof brief>[1], parts: PartLine[], sheets: Sheet[], wishes: WishLine[] = []): Proposed =>
  Proposed.of({ ...brief('Weir', kind, parts, wishes), sheets });

describe('a head told in bytes behind a box on the network, and a hub', () => {
  const pair = (id: string) => ({
    ...{ id, label: id, side: 'right' as const, plug: { family: 'terminal', pins: 3 } },
    pins: [signal(1, 'A', 'both'), signal(2, 'B', 'both'), ground(3)],
  });
  const words = (way: 'both' | 'listen') => ({
    ...wire('words', 'device-serial', way, 'rs', {
      baud: 9600,
      ...(way === 'listen' ? { protocol: 'head words' } : {}),
    }),
    alsoPins: [{ port: 'rs', pin: 2 }],
  });
  const box = defineSheet({
    ...{ ...base, class: 'own-box', role: 'network', name: 'Network to bytes', group: 'Control', massG: 60 },
    ports: [dc, ethernetPort('net', 'network', 'left', 'Ethernet 8-way'), pair('rs')],
    supplies: [eats('dc', [9, 28], 1, 2)],
    links: [wire('net', 'ethernet', 'both', 'net', { address: '192.168.3.7' }), words('both')],
  });
  const head = defineSheet({
    ...{ ...base, class: 'own-head', role: 'gimbal', name: 'Head', group: 'Payload', massG: 900 },
    ports: [dc, pair('rs'), ethernetPort('net', 'network', 'right', 'Ethernet 8-way')],
    supplies: [eats('dc', [9, 28], 8, 16)],
    links: [words('listen'), wire('net', 'ethernet', 'talk', 'net', { address: '192.168.3.8' })],
    streams: [{ id: 'main', lens: 'zoom', kind: 'rtsp', link: 'net', path: '/main' }],
    view: { wideDeg: 60, teleDeg: 3, pointsAcross: 1920 },
    functions: [stick('pan'), stick('tilt')],
  });
  const radio = defineSheet({
    ...{ ...base, class: 'own-radio', role: 'network', name: 'Radio', group: 'Picture', massG: 90 },
    ports: [dc, ethernetPort('net', 'network', 'right', 'Ethernet 8-way')],
    supplies: [eats('dc', [9, 28], 5, 8)],
    links: [wire('net', 'ethernet', 'both', 'net'), air('both')],
  });
  const hub = defineSheet({
    ...{ ...base, class: 'own-hub', role: 'network', name: 'Hub', group: 'Picture', massG: 90 },
    ports: [dc, ...['a', 'b', 'c'].map((id) => ethernetPort(id, id, 'right', 'Ethernet 8-way'))],
    supplies: [eats('dc', [9, 28], 2, 3)],
    links: ['a', 'b', 'c'].map((id) => wire(id, 'ethernet', 'both', id)),
  });
  const screen = defineSheet({
    ...{ ...base, class: 'own-screen', role: 'display', name: 'Console', group: 'Picture', massG: 3000 },
    inside: { battery: true, minutes: 200 },
    ports: [ethernetPort('net', 'network', 'right', 'Ethernet 8-way')],
    links: [wire('net', 'ethernet', 'both', 'net', { address: '192.168.3.2' })],
    apps: [{ id: 'a', name: 'Head app', shows: [{ kind: 'rtsp', toldBy: 'address' }], steers: ['pan', 'tilt'] }],
  });
  const now = of(
    'hand-held or ground',
    [
      ['PK', 'pack-6s'],
      ['PG', 'pack-4s'],
      ['HU', hub.class],
      ['BX', box.class],
      ['HD', head.class],
      ['RA', radio.class],
      ['RG', radio.class],
      ['PC', screen.class],
    ],
    [box, head, radio, hub, screen],
    [['pan'], ['tilt']],
  );

  it('all meet at the hub: what is joined past it leaves another alone', () => {
    expect(['BX', 'HD', 'RA'].map((id) => now.between('HU', id).length)).toEqual([1, 1, 1]);
    expect(now.proposal.unmet).toEqual([]);
    expect(now.analysis.brief.wishes.map((w) => w.state)).toEqual(['granted', 'granted']);
  });

  it('are not fed by the pack at the other end of the air', () => {
    const hungry = { ...now.rig.sheets[head.class]!, supplies: [eats('dc', [9, 17], 8, 16)] };
    const { findings } = analyse({ ...now.rig, sheets: { ...now.rig.sheets, [head.class]: hungry } });
    const told = findings.filter((f) => f.rule === 'supply-range' && f.subjects.includes('HD'));
    expect(told).toHaveLength(1);
    expect(told.flatMap(fixesOf)).toEqual([]);
  });
});

it('a desk that tells a box in words of its own reaches the servos on its rows', () => {
  const line = (id: string) => ({
    ...{ id, label: id, side: 'right' as const, plug: { family: 'terminal', pins: 2 } },
    pins: [signal(1, 'W', 'both'), ground(2)],
  });
  const says = (way: 'talk' | 'listen') =>
    wire('w', 'device-serial', way, 'w', { baud: 19_200, protocol: 'desk words' });
  const desk = defineSheet({
    ...{ ...base, class: 'own-desk', role: 'transmitter', name: 'Desk', group: 'Control', massG: 0 },
    ports: [dc, line('w')],
    supplies: [eats('dc', [9, 17], 1, 2)],
    links: [says('talk')],
    controls: [
      { id: 'k', label: 'K', kind: 'knob', x: 0.4, y: 0.3 },
      { id: 'l', label: 'L', kind: 'knob', x: 0.6, y: 0.3 },
    ],
  });
  const rows = ['s1', 's2'];
  const box = defineSheet({
    ...{ ...base, class: 'own-rows', role: 'controller', name: 'Rows', group: 'Control', massG: 60 },
    ports: [dc, line('w'), ...rows.map((id) => servoPort(id, id, 'right', 'out', 'supply'))],
    ties: [rows.map((port) => ({ port, pin: 2 }))],
    supplies: [eats('dc', [9, 17], 1, 2)],
    sources: [
      { ...gives('buck', 's1', 6, 5, { fedBy: 'main' }), plus: { port: 's1', pin: 2 }, minus: { port: 's1', pin: 3 } },
    ],
    links: [says('listen'), ...rows.map((id) => wire(id, 'pulse', 'talk', id))],
  });
  const turning = (what: 'pan' | 'tilt'): Sheet =>
    defineSheet({
      ...{ ...base, class: `own-${what}`, role: 'drive', name: what, group: 'Payload', massG: 40 },
      ports: [servoPort('s', 'lead', 'left', 'in', 'supply')],
      supplies: [onPlug('s', [4.8, 7.4], 0.5, 4)],
      links: [wire('s', 'pulse', 'listen', 's')],
      functions: [{ id: 'turn', label: what, what, takes: 'position', over: ['s'], joint: 'j' }],
      joints: [{ id: 'j', label: 'arm', minDeg: -60, maxDeg: 60, speedDegPerS: 90 }],
    });
  const now = of(
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['D', desk.class],
      ['B', box.class],
      ['P', 'own-pan'],
      ['T', 'own-tilt'],
    ],
    [desk, box, turning('pan'), turning('tilt')],
    [['pan'], ['tilt']],
  );
  expect(now.proposal.unmet).toEqual([]);
  expect(now.analysis.findings.filter((f) => f.mark !== 'clear')).toEqual([]);
  expect(now.failing()).toEqual([]);
});

describe('volts that a speed unit makes beside its signal', () => {
  const plug = (id: string, way: 'in' | 'out') => servoPort(id, id, way === 'in' ? 'left' : 'right', way, 'supply');
  const unit = defineSheet({
    ...{ ...base, class: 'own-unit', role: 'drive', name: 'Speed unit', group: 'Control', massG: 40 },
    ports: [dc, plug('s', 'in')],
    supplies: [eats('dc', [9, 17], 40, 200)],
    sources: [
      { ...gives('buck', 's', 5, 3, { fedBy: 'main' }), plus: { port: 's', pin: 2 }, minus: { port: 's', pin: 3 } },
    ],
    links: [wire('s', 'pulse', 'listen', 's')],
  });
  const outs = ['o1', 'o2', 'o3'];
  const stabiliser = defineSheet({
    ...{ ...base, class: 'own-stabiliser', role: 'controller', name: 'Stabiliser', group: 'Control', massG: 20 },
    ports: [plug('rc', 'in'), ...outs.map((id) => plug(id, 'out'))],
    ties: [['rc', ...outs].map((port) => ({ port, pin: 2 }))],
    supplies: [onPlug('rc', [4.5, 8.4], 0.4, 0.6)],
    links: [wire('rc', 'sbus', 'listen', 'rc'), ...outs.map((id) => wire(id, 'pulse', 'talk', id))],
    functions: flightFunctions(['rc']),
  });
  const receiver = defineSheet({
    ...{ ...base, class: 'own-receiver', role: 'receiver', name: 'Receiver', group: 'Control', massG: 8 },
    ports: [plug('b', 'out'), plug('p', 'out')],
    ties: [['b', 'p'].map((port) => ({ port, pin: 2 }))],
    supplies: [onPlug('b', [4.5, 8.4], 0.3, 0.5)],
    links: [air('listen'), wire('b', 'sbus', 'talk', 'b'), wire('p', 'pulse', 'talk', 'p')],
  });
  it('go on along the bus to the receiver, against the way of its signal', () => {
    const now = of(
      'fixed wing',
      [
        ['PK', 'pack-4s'],
        ['E', unit.class],
        ['ST', stabiliser.class],
        ['RX', receiver.class],
        ['TX', 'transmitter-10'],
      ],
      [unit, stabiliser, receiver],
    );
    expect([now.feeder('ST'), now.feeder('RX')]).toEqual(['E', 'E']);
    expect(now.proposal.unmet).toEqual([]);
    expect(now.failing()).toEqual([]);
  });
});

it('a contact that gets hot is better than a part without volts, and worse than all else', () => {
  const tool = defineSheet({
    ...{ ...base, class: 'own-tool', role: 'tool', name: 'Tool', group: 'Payload', massG: 50 },
    ports: [dc],
    supplies: [eats('dc', [4.75, 6], 2, 4)],
  });
  const bench = (tools: number): Proposed =>
    of(
      'hand-held or ground',
      [
        ['PK', 'pack-4s'],
        ['V', 'own-three'],
        ['W', 'own-one'],
        ...Array.from({ length: tools }, (_, i): PartLine => [`T${i + 1}`, tool.class]),
      ],
      [tool, steady('own-three', 3, 'two-way 2.0 mm'), steady('own-one', 1, 'wire ends')],
    );
  const fed = (now: Proposed, by: string): number =>
    now.rig.parts.filter((p) => p.class === tool.class && now.feeder(p.id) === by).length;
  // 2 A go through one contact of the plug, 3 A through the regulator
  expect([fed(bench(3), 'V'), fed(bench(3), 'W')]).toEqual([2, 1]);
  const four = bench(4);
  expect([fed(four, 'V'), fed(four, 'W'), four.proposal.unmet.length]).toEqual([3, 1, 0]);
});

it('a board that makes its own volts is fed, whether or not anything hangs on it', () => {
  const board = defineSheet({
    ...{ ...base, class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 12 },
    ports: [dc, servoPort('rc', 'bus', 'left', 'in'), supplyPort('five', '5 V', 'right', 'terminal')],
    supplies: [regulatorIn('dc', [7, 26])],
    sources: [gives('buck', 'five', 5, 0.01)],
    links: [wire('rc', 'sbus', 'listen', 'rc')],
    functions: flightFunctions(['rc']),
  });
  const now = of(
    'rotor',
    [
      ['PK', 'pack-4s'],
      ['V', 'own-one'],
      ['RX', 'receiver-bus'],
      ['FC', board.class],
      ['TX', 'transmitter-16'],
    ],
    [board, steady('own-one', 1, 'wire ends')],
  );
  expect(now.between('PK', 'FC')).toHaveLength(1);
  expect(now.analysis.findings.filter((f) => f.mark === 'stop')).toEqual([]);
});

it('volts that a board could make and nobody takes want no head room', () => {
  const outlet = (id: string) => supplyPort(id, id, 'right', 'wire ends');
  const board = defineSheet({
    ...{ ...base, class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 12 },
    ports: [dc, servoPort('rc', 'bus', 'left', 'in'), outlet('five'), outlet('nine')],
    supplies: [regulatorIn('dc', [7, 26])],
    sources: [gives('buck', 'five', 5, 2), gives('buck', 'nine', 9, 2)],
    links: [wire('rc', 'sbus', 'listen', 'rc')],
    functions: flightFunctions(['rc']),
  });
  const lamp = defineSheet({
    ...{ ...base, class: 'own-lamp', role: 'tool', name: 'Lamp', group: 'Payload', massG: 20 },
    ports: [dc],
    supplies: [eats('dc', [8.5, 9.5], 2, 4)],
  });
  const bench = (more: PartLine[]): Proposed =>
    of(
      'rotor',
      [['PK', 'pack-3s'], ['RX', 'receiver-bus'], ['FC', board.class], ['TX', 'transmitter-16'], ...more],
      [board, lamp],
    );
  const room = (now: Proposed): number => now.analysis.findings.filter((f) => f.rule === 'regulator-dropout').length;
  const bare = bench([]);
  expect([bare.proposal.unmet, room(bare)]).toEqual([[], 0]);
  const lit = bench([['LA', lamp.class]]);
  expect(lit.proposal.unmet.map((u) => u.why)).toEqual([
    'Pack 3S feeds it, and gives 9.9–12.6 V where its own regulator wants 10.0 V',
  ]);
  expect(room(lit)).toBe(1);
});

it('an eye on a lead of its own hangs on the computer that sends on what it sees', () => {
  const socket = { id: 'usb', label: 'USB', side: 'right' as const, plug: { family: 'USB receptacle', pins: 3 } };
  const usb = { ...socket, pins: [plus(1, '5 V'), signal(2, 'data', 'both'), ground(3)] };
  const five = { plus: { port: 'usb', pin: 1 }, minus: { port: 'usb', pin: 3 } };
  const computer = defineSheet({
    ...{ ...base, class: 'own-computer', role: 'network', name: 'Computer', group: 'Picture', massG: 90 },
    ports: [dc, usb, ethernetPort('net', 'network', 'right', 'Ethernet 8-way')],
    supplies: [eats('dc', [9, 17], 6, 12)],
    sources: [{ ...five, id: 'five', kind: 'buck', maxA: 1, outOhm: 0.05, fixedV: 5 }],
    links: [wire('usb', 'usb', 'both', 'usb'), wire('net', 'ethernet', 'both', 'net', { address: '192.168.8.4' })],
    streams: [{ id: 'eye', lens: 'usb eye', kind: 'rtsp', link: 'net', path: '/eye' }],
  });
  const eye = defineSheet({
    ...{ ...base, class: 'own-eye', role: 'camera', name: 'Eye', group: 'Payload', massG: 30 },
    ports: [usb],
    supplies: [{ ...eats('usb', [4.5, 5.5], 1, 1.5), ...five }],
    links: [wire('usb', 'usb', 'talk', 'usb')],
    view: { wideDeg: 80, teleDeg: 80, pointsAcross: 1920 },
  });
  const now = of(
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['PC', computer.class],
      ['EY', eye.class],
    ],
    [computer, eye],
  );
  expect(now.between('PC', 'EY')).toHaveLength(1);
  expect(now.feeder('EY')).toBe('PC');
});

it('a box that gathers rows hears one for each slot that is wished for behind it', () => {
  const rows = ['i1', 'i2', 'i3'];
  const box = defineSheet({
    ...{ ...base, class: 'own-gatherer', role: 'trigger', name: 'Rows to a bus', group: 'Control', massG: 9 },
    ports: [...rows.map((id) => servoPort(id, id, 'left', 'in', 'supply')), servoPort('o', 'bus', 'right', 'out')],
    ties: [rows.map((port) => ({ port, pin: 2 }))],
    supplies: [onPlug('i1', [4, 8.4], 0.1, 0.2)],
    links: [...rows.map((id) => wire(id, 'pulse', 'listen', id)), wire('o', 'sbus', 'talk', 'o')],
  });
  const turn = (what: 'tilt' | 'pan', firstSlot: number) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['bus'], firstSlot, joint: what },
  });
  const joint = (id: string) => ({ id, label: id, minDeg: -60, maxDeg: 60, speedDegPerS: 90 });
  const head = defineSheet({
    ...{ ...base, class: 'own-bus-head', role: 'gimbal', name: 'Head', group: 'Payload', massG: 300 },
    ports: [dc, servoPort('bus', 'bus', 'left', 'in')],
    supplies: [eats('dc', [9, 17], 4, 9)],
    links: [wire('bus', 'sbus', 'listen', 'bus')],
    functions: [turn('tilt', 2), turn('pan', 1)],
    joints: [joint('tilt'), joint('pan')],
  });
  const now = of(
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['V', 'own-one'],
      ['RX', 'receiver-6-pins'],
      ['GA', box.class],
      ['HD', head.class],
      ['TX', 'transmitter-6'],
    ],
    [box, head, steady('own-one', 1, 'two-way 2.0 mm')],
    [['tilt'], ['pan']],
  );
  expect(now.proposal.unmet).toEqual([]);
  expect(now.between('RX', 'GA')).toHaveLength(2);
  expect(now.slot('HD.tilt')).not.toBe(now.slot('HD.pan'));
  expect([now.chain('HD.tilt').deviceNumber, now.chain('HD.pan').deviceNumber]).toEqual([2, 1]);
  expect(now.failing()).toEqual([]);
});
