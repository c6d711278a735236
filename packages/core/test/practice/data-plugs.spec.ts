/** What nobody asks for anything and only tells: a hub with its cameras, a scanner, a position sensor. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench } from '../../src/bench/index.js';
import { casebookOf, unseenFaults } from '../../src/diagnose/index.js';
import {
  defineSheet,
  eats,
  ethernetPort,
  gives,
  ground,
  plus,
  regulatorIn,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import { brief, type PartLine } from './bench.js';
import { busReceiver, contact } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const usb = (id: string, family: string) => ({
  ...{ id, label: id, side: 'right' as const, plug: { family, pins: 3 } },
  pins: [plus(1), signal(2, 'D', 'both'), ground(3)],
});
const data = (port: string) => wire(port, 'usb', 'both', port, {}, { pin: 2 });
const serial = (id: string) => ({
  ...{ id, label: id, side: 'left' as const, plug: { family: 'latching 1.25 mm', pins: 4 } },
  pins: [plus(1), signal(2, 'T', 'out'), signal(3, 'R', 'in'), ground(4)],
});
const open = (port: string) => ({
  ...{ id: port, kind: 'device-serial' as const, way: 'both' as const, params: {} },
  pins: { send: { port, pin: 2 }, hear: { port, pin: 3 } },
});
const at = (port: string, n: number) => ({ plus: { port, pin: 1 }, minus: { port, pin: n } });

const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Survey board',
  group: 'Control',
  massG: 40,
  ports: [
    supplyPort('dc', 'power', 'left'),
    servoPort('rc', 'bus', 'left', 'in', 'supply'),
    serial('gps'),
    servoPort('fire', 'fire', 'right', 'out', 'supply'),
  ],
  ties: [['dc', 'gps'].map((port) => ({ port, pin: 1 })), ['rc', 'fire'].map((port) => ({ port, pin: 2 }))],
  supplies: [eats('dc', [4.8, 5.4], 2, 3)],
  sources: [
    {
      ...{
        id: 'five',
        kind: 'buck',
        maxA: 2,
        outOhm: 0.02,
        plus: { port: 'rc', pin: 2 },
        minus: { port: 'rc', pin: 3 },
      },
      regulator: { volts: 5, dropoutV: 0, efficiency: 0.9, quiescentA: 0.01, fedBy: 'main' },
    },
  ],
  links: [wire('rc', 'sbus', 'listen', 'rc'), open('gps'), wire('fire', 'pulse', 'talk', 'fire')],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
  })),
});
const sensor = defineSheet({
  ...base,
  class: 'own-sensor',
  role: 'tool',
  name: 'Position sensor',
  group: 'Control',
  massG: 20,
  ports: [serial('say')],
  supplies: [{ ...eats('say', [4.6, 5.4], 0.4, 0.5), ...at('say', 4) }],
  links: [open('say')],
});
const computer = defineSheet({
  ...base,
  class: 'own-computer',
  role: 'tool',
  name: 'Companion',
  group: 'Payload',
  massG: 90,
  ports: [supplyPort('dc', 'power', 'left'), usb('u', 'data socket'), ethernetPort('net', 'network', 'right')],
  supplies: [eats('dc', [4.8, 5.4], 8, 12)],
  sources: [{ ...gives('buck', 'u', 5, 1, { dropoutV: 0, fedBy: 'main' }), ...at('u', 3) }],
  links: [data('u'), wire('net', 'ethernet', 'both', 'net')],
});
const SOCKETS = ['a', 'b', 'c'];
const hub = defineSheet({
  ...base,
  class: 'own-hub',
  role: 'network',
  name: 'Hub',
  group: 'Payload',
  massG: 50,
  ports: [supplyPort('dc', 'power', 'left'), usb('up', 'data socket'), ...SOCKETS.map((id) => usb(id, 'data socket'))],
  ties: [SOCKETS.map((port) => ({ port, pin: 1 }))],
  supplies: [regulatorIn('dc', [9, 18])],
  sources: [{ ...gives('buck', 'a', 5, 4), ...at('a', 3) }],
  links: ['up', ...SOCKETS].map(data),
});
const eye = defineSheet({
  ...base,
  class: 'own-eye',
  role: 'camera',
  name: 'Counting eye',
  group: 'Payload',
  massG: 70,
  ports: [usb('u', 'data socket'), contact('grab', 'in')],
  supplies: [{ ...eats('u', [4.6, 5.4], 3, 4), ...at('u', 3) }],
  links: [data('u'), wire('grab', 'contact', 'listen', 'grab')],
  functions: [
    {
      ...{ id: 'grab', label: 'Grab', what: 'photo', takes: 'pulse', over: ['grab'] },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'frame' }],
    },
  ],
  view: { wideDeg: 40, teleDeg: 40, pointsAcross: 2400 },
});
const fan = defineSheet({
  ...base,
  class: 'own-fan',
  role: 'trigger',
  name: 'Fan-out',
  group: 'Payload',
  massG: 8,
  ports: [servoPort('in', 'in', 'left', 'in', 'supply'), ...['x', 'y', 'z'].map((id) => contact(id, 'out'))],
  supplies: [{ ...eats('in', [4.5, 5.5], 0.1, 0.2), plus: { port: 'in', pin: 2 }, minus: { port: 'in', pin: 3 } }],
  links: [wire('in', 'pulse', 'listen', 'in'), ...['x', 'y', 'z'].map((id) => wire(id, 'contact', 'talk', id))],
});
const scanner = defineSheet({
  ...base,
  class: 'own-scanner',
  role: 'tool',
  name: 'Scanner',
  group: 'Payload',
  massG: 500,
  ports: [supplyPort('dc', 'power', 'left'), ethernetPort('net', 'network', 'right')],
  supplies: [eats('dc', [9, 18], 8, 12)],
  links: [wire('net', 'ethernet', 'both', 'net')],
});
const EYES = ['E1', 'E2', 'E3'];
const now = Proposed.of({
  ...brief(
    'Three counting eyes',
    'FPV',
    [
      ...([
        ['PK', 'pack-4s'],
        ['TX', 'transmitter-16'],
        ['RX', busReceiver.class],
        ['R5', 'regulator-5v'],
        ['R6', 'regulator-5v', { label: 'Computer regulator' }],
        ['FC', board.class],
        ['GP', sensor.class],
        ['CO', computer.class],
        ['HU', hub.class],
        ['FA', fan.class],
        ['SC', scanner.class],
      ] satisfies PartLine[]),
      ...EYES.map((id): PartLine => [id, eye.class, { label: `Eye ${id}` }]),
    ],
    [['photo']],
  ),
  sheets: [board, busReceiver, sensor, computer, hub, eye, fan, scanner],
});

describe('what only tells', () => {
  it('is joined to what hears it, and a camera to a hub where its picture has no other way', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    for (const [a, b] of [['FC', 'GP'], ['CO', 'HU'], ['CO', 'SC'], ...EYES.map((id) => ['HU', id] as const)] as const)
      expect(now.between(a, b), `${a} ${b}`).toHaveLength(1);
    for (const id of EYES) expect(now.feeder(id), id).toBe('HU');
    expect(now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
    expect(now.analysis.findings.filter((f) => f.rule === 'part-idle')).toEqual([]);
  });

  it('and all three are fired by what fans one pulse out', () => {
    for (const id of EYES) expect(now.between('FA', id), id).toHaveLength(1);
    expect(now.failing()).toEqual([]);
  });

  it('is looked for on what it hangs on: gone with its lead, and without volts', () => {
    const step = planOf(now.rig).find((s) => s.id === 'CO.data')!;
    expect(step.expectText).toBe('Hub listed at u and Scanner with its lamp lit at network');
    const holds = (rig: Proposed['rig']): boolean => {
      const bench = compileBench(rig);
      return playStep(bench, startBench(bench, { awake: true }), step).verdict.passed;
    };
    expect(holds(now.rig)).toBe(true);
    const without = (a: string, b: string) =>
      now.with(now.between(a, b).map((c) => ({ kind: 'removeCable' as const, cable: c.id }))).rig;
    expect(holds(without('CO', 'SC'))).toBe(false);
    expect(holds(without('CO', 'HU'))).toBe(false);
    expect(holds(without('FA', 'E1'))).toBe(true);
  });

  it('hides no dead output', () => {
    const unseen = unseenFaults(casebookOf(now.rig, planOf(now.rig)));
    expect(unseen.filter(({ fault }) => fault.kind === 'output dead').map(({ fault }) => fault.text)).toEqual([]);
  });
});
