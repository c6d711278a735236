/** A quay: a head told by bytes from a page on a desk, through a box on the network; a meter that tells a board by pulses. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { casebookOf, scoreOf } from '../../src/diagnose/index.js';
import {
  at,
  defineSheet,
  eats,
  ethernetPort,
  ground,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { planOf } from '../../src/prove/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 200 };
const bytesPort = (way: 'in' | 'out') => ({
  ...{ id: 'line', label: 'line', side: 'right' as const, plug: { family: 'screw terminal 5 mm', pins: 3 } },
  pins: [signal(1, 'A', way), signal(2, 'B', way), ground(3)],
});
const bytes = (way: 'talk' | 'listen') => ({
  ...{ id: 'line', kind: 'device-serial' as const, way, pins: { data: at('line', 1) }, alsoPins: [at('line', 2)] },
  params: { baud: 9600, protocol: 'head bytes' },
});
const net = (id = 'net') => wire(id, 'ethernet', 'both', id);
const box = defineSheet({
  ...base,
  ...{ class: 'own-bytes-box', role: 'converter', name: 'Network to bytes', group: 'Control' },
  ports: [ethernetPort('net', 'network', 'left'), bytesPort('out'), supplyPort('dc', 'volts', 'left')],
  supplies: [eats('dc', [9, 30], 2, 2)],
  links: [net(), bytes('talk')],
});
const head = defineSheet({
  ...base,
  ...{ class: 'own-quay-head', role: 'gimbal', name: 'Quay head', group: 'Payload' },
  ports: [bytesPort('in'), supplyPort('dc', 'volts', 'left')],
  supplies: [eats('dc', [9, 30], 20, 60)],
  links: [bytes('listen')],
  functions: (['pan', 'tilt'] as const).map((what) => ({
    ...{
      id: what,
      label: what,
      what,
      takes: 'rate' as const,
      joint: what,
      range: { from: -40, to: 40, unit: '°/s' as const },
    },
    ...{
      rangeUs: [1000, 2000] as [number, number],
      askedBy: [{ by: 'screen' as const, over: ['line'], what: 'arrows' }],
    },
  })),
  joints: [joint('pan', -170, 170), joint('tilt', -90, 30)],
});
const camera = defineSheet({
  ...base,
  ...{ class: 'own-quay-eye', role: 'camera', name: 'Quay eye', group: 'Payload' },
  ports: [ethernetPort('net', 'network', 'left'), supplyPort('dc', 'volts', 'left')],
  supplies: [eats('dc', [9, 30], 8, 8)],
  links: [net()],
  streams: [{ id: 'main', lens: 'main', link: 'net', kind: 'rtsp', path: '/1' }],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 1920 },
});
const hub = defineSheet({
  ...base,
  ...{ class: 'own-quay-hub', role: 'network', name: 'Hub', group: 'Control' },
  ports: [...['a', 'b', 'c', 'd'].map((id) => ethernetPort(id, id, 'right')), supplyPort('dc', 'volts', 'left')],
  supplies: [eats('dc', [9, 30], 4, 4)],
  links: ['a', 'b', 'c', 'd'].map(net),
});
const desk = defineSheet({
  ...base,
  ...{ class: 'own-quay-desk', role: 'display', name: 'Quay desk', group: 'Control' },
  massG: 0,
  ports: [ethernetPort('net', 'network', 'left')],
  inside: { battery: true, minutes: 300 },
  links: [net()],
  apps: [{ id: 'page', name: 'Page', shows: [{ kind: 'rtsp', toldBy: 'address and path' }], steers: ['pan', 'tilt'] }],
});
const scored = ({ rig }: Proposed) => scoreOf(casebookOf(rig, planOf(rig)));
const at10 = (n: number) => ({ address: `10.4.0.${n}` });
const now = Proposed.of({
  ...brief(
    'Quay',
    'hand-held or ground',
    [
      ['BX', box.class, at10(1)],
      ['HD', head.class],
      ['CA', camera.class, at10(2)],
      ['HB', hub.class],
      ['DE', desk.class, at10(3)],
      ['PK', 'pack-4s'],
    ],
    [['pan'], ['tilt']],
  ),
  sheets: [box, head, camera, hub, desk],
});

describe('a head told by bytes through a box on the network', () => {
  it('is wired so: all three meet at the hub, whatever stands on the ground', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect(['BX', 'CA', 'DE'].map((id) => now.between(id, 'HB').length)).toEqual([1, 1, 1]);
    expect(now.between('BX', 'HD')).toHaveLength(1);
    expect(now.analysis.findings.filter((f) => f.rule === 'part-idle' || f.rule === 'wish-open')).toEqual([]);
  });

  it('is asked for from the desk, and each fault on the way is noticed', () => {
    expect(planOf(now.rig).map((s) => s.id)).toEqual(expect.arrayContaining(['HD.pan.screen', 'HD.tilt.screen']));
    expect(now.failing()).toEqual([]);
    const { faults } = scored(now);
    expect(faults.filter((f) => f.fault.id.startsWith('output BX')).length).toBeGreaterThan(0);
    expect(faults.filter((f) => !f.noticedBy.length).map((f) => f.fault.text)).toEqual([]);
  });
});

describe('a meter that tells by pulses', () => {
  const meter = defineSheet({
    ...base,
    ...{ class: 'own-meter', role: 'tool', name: 'Flow meter', group: 'Payload' },
    ports: [servoPort('out', 'out', 'left', 'out', 'supply')],
    supplies: [{ ...eats('out', [4.5, 5.5], 0.1, 0.1), plus: { port: 'out', pin: 2 }, minus: { port: 'out', pin: 3 } }],
    links: [wire('out', 'pulse', 'talk', 'out')],
  });
  const board = defineSheet({
    ...base,
    ...{ class: 'own-field-board', role: 'controller', name: 'Field board', group: 'Control' },
    ports: [
      supplyPort('dc', 'volts', 'left'),
      servoPort('rc', 'bus', 'left', 'in', 'supply'),
      servoPort('aux', 'aux', 'left', 'in', 'supply'),
    ],
    ties: [
      [
        { port: 'rc', pin: 2 },
        { port: 'aux', pin: 2 },
        { port: 'dc', pin: 1 },
      ],
    ],
    supplies: [eats('dc', [4.8, 5.5], 1, 2)],
    links: [wire('rc', 'sbus', 'listen', 'rc'), wire('aux', 'pulse', 'listen', 'aux')],
    functions: [
      {
        id: 'yaw',
        label: 'yaw',
        what: 'yaw',
        takes: 'position',
        over: ['rc'],
        firstSlot: 1,
        rangeUs: [1000, 2000],
        range: { from: -100, to: 100, unit: '%' },
      },
    ],
  });
  const field = Proposed.of({
    ...brief(
      'Field',
      'rotor',
      [
        ['FM', meter.class],
        ['FC', board.class],
        ['RX', 'receiver-16'],
        ['TX', 'transmitter-16'],
        ['PK', 'pack-4s'],
        ['B5', 'regulator-5v'],
      ],
      [],
    ),
    sheets: [meter, board],
  });

  it('is joined to the input that no function is told over, and probed there', () => {
    expect(field.between('FM', 'FC')).toHaveLength(1);
    expect(
      planOf(field.rig)
        .find((s) => s.id === 'FC.lines')!
        .expects.map((e) => e.sight),
    ).toContain('FC.aux-comes');
    expect(field.failing()).toEqual([]);
    const unseen = scored(field).faults.filter((f) => !f.noticedBy.length && f.fault.id.includes('FM'));
    expect(unseen.map((f) => f.fault.text)).toEqual([]);
  });
});
