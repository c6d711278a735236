/** Dome cameras that a switch feeds by their network plugs, and a desk that steers them. Sheets of anyone's own. */
import { expect, it } from 'vitest';
import { casebookOf, unseenFaults } from '../../src/diagnose/index.js';
import {
  defineSheet,
  eats,
  ethernetPort,
  ground,
  plus,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { wakePlan } from '../../src/wake/plan.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Control' as const };
const FAMILY = 'wide network plug';
const fedPort = (id: string) => ({
  ...{ id, label: id, side: 'right' as const, plug: { family: FAMILY, pins: 3 } },
  pins: [signal(1, 'pairs', 'both'), plus(2), ground(3)],
});
const net = (id: string) => wire(id, 'ethernet', 'both', id);
const SOCKETS = ['n1', 'n2', 'n3'];
const DOMES = ['D1', 'D2', 'D3'];

const brick = (volts: number) =>
  defineSheet({
    ...base,
    class: `own-brick-${volts}`,
    role: 'regulator',
    name: `Mains brick ${volts} V`,
    massG: 400,
    ports: [supplyPort('out', 'out', 'right')],
    sources: [
      {
        ...{ id: 'out', kind: 'buck', maxA: 4, outOhm: 0.02, fixedV: volts },
        ...{ plus: { port: 'out', pin: 1 }, minus: { port: 'out', pin: 2 } },
      },
    ],
  });
const feeder = defineSheet({
  ...base,
  class: 'own-feeder',
  role: 'network',
  name: 'Switch that feeds',
  massG: 600,
  ports: [supplyPort('dc', 'power', 'left'), ...SOCKETS.map(fedPort), ethernetPort('up', 'uplink', 'right', FAMILY)],
  ties: [1, 2].map((pin) => [{ port: 'dc', pin }, ...SOCKETS.map((port) => ({ port, pin: pin + 1 }))]),
  supplies: [eats('dc', [44, 57], 5, 6)],
  links: [...SOCKETS, 'up'].map(net),
});
const dome = defineSheet({
  ...base,
  class: 'own-dome',
  role: 'gimbal',
  name: 'Dome camera',
  massG: 2000,
  ports: [fedPort('net')],
  supplies: [{ ...eats('net', [36, 57], 12, 20), plus: { port: 'net', pin: 2 }, minus: { port: 'net', pin: 3 } }],
  links: [net('net')],
  streams: [{ id: 'main', lens: 'main', kind: 'rtsp', link: 'net', path: '/1' }],
  functions: [
    {
      ...{ id: 'pan', label: 'Pan', what: 'pan', takes: 'rate', joint: 'p', rangeUs: [1000, 2000] },
      range: { from: -90, to: 90, unit: '°/s' },
      askedBy: [{ by: 'screen', over: ['net'], what: 'pan' }],
    },
  ],
  joints: [{ id: 'p', label: 'pan', minDeg: -170, maxDeg: 170, speedDegPerS: 90 }],
  view: { wideDeg: 60, teleDeg: 5, pointsAcross: 1920 },
});
const desk = defineSheet({
  ...base,
  class: 'own-desk',
  role: 'display',
  name: 'Camera desk',
  massG: 2500,
  ports: [supplyPort('dc', 'power', 'left'), ethernetPort('net', 'network', 'right', FAMILY)],
  supplies: [eats('dc', [11, 13], 8, 10)],
  links: [net('net')],
  apps: [{ id: 'page', name: 'Desk', shows: [{ kind: 'rtsp', toldBy: 'address' }], steers: ['pan'] }],
});

const now = Proposed.of({
  ...brief(
    'Stage',
    'hand-held or ground',
    [
      ['B1', 'own-brick-48'],
      ['B2', 'own-brick-12'],
      ['SW', feeder.class],
      ['DE', desk.class],
      ...DOMES.map((id): PartLine => [id, dome.class, { label: `Dome ${id}` }]),
    ],
    DOMES.map((part) => ['pan', { part }]),
  ),
  sheets: [brick(48), brick(12), feeder, dome, desk],
});

it('each camera hangs on the switch by one lead, which feeds it, and the desk on the uplink', () => {
  expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
  for (const id of DOMES) {
    expect(now.between('SW', id), id).toHaveLength(1);
    expect(now.between('SW', id)[0]!.wires, id).toHaveLength(3);
    expect(now.between('B1', id), id).toEqual([]);
  }
  expect(now.between('SW', 'DE')).toHaveLength(1);
  expect(now.analysis.findings.filter((f) => f.mark !== 'clear').map((f) => f.title)).toEqual([]);
  expect(planOf(now.rig).map((s) => s.id)).toEqual(expect.arrayContaining(['DE.screen-D2', 'D3.pan.screen']));
  expect(now.failing()).toEqual([]);
  expect(unseenFaults(casebookOf(now.rig, planOf(now.rig))).map(({ fault }) => fault.text)).toEqual([]);
});

it('what gives volts by itself is switched on before what it feeds, and off again', () => {
  const order = (kind: 'field' | 'down'): string[] => wakePlan(now.rig, kind, 1).steps.map((step) => step.id);
  const field = order('field');
  for (const id of ['B1', 'B2']) expect(field, id).toContain(`${id}:on`);
  const told = field.findIndex((id) => id.includes('DE') && !id.startsWith('B'));
  expect(field.indexOf('B2:on')).toBeLessThan(told);
  expect(order('down').filter((id) => /B[12]/.test(id))).toHaveLength(2);
});
