/** A camera that a light releases, and a head that rests at the end of its way and takes just what its pack gives. Sheets of their own. */
import { expect, it } from 'vitest';
import { findChains } from '../../src/channels/index.js';
import { at, defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 30, group: 'Payload' as const };
const light = { id: 'light', kind: 'infra-red' as const, pins: {}, params: {} };

const eye = defineSheet({
  ...base,
  ...{ class: 'own-eye', role: 'trigger', name: 'Light at the camera' },
  ports: [servoPort('in', 'in', 'left', 'in', 'supply')],
  supplies: [{ ...eats('in', [3.5, 7], 0.1, 0.2), plus: at('in', 2), minus: at('in', 3) }],
  links: [wire('in', 'pulse', 'listen', 'in'), { ...light, way: 'talk' }],
});
const compact = defineSheet({
  ...base,
  ...{ class: 'own-compact', role: 'camera', name: 'Compact camera' },
  inside: { battery: true, minutes: 180 },
  links: [{ ...light, way: 'listen' }],
  functions: [
    {
      ...{ id: 'shot', label: 'Release', what: 'photo', takes: 'pulse', over: ['light'] },
      windows: [{ fromUs: 1600, toUs: 2200, label: 'press' }],
    },
  ],
  view: { wideDeg: 70, teleDeg: 70, pointsAcross: 5000 },
});
const head = defineSheet({
  ...base,
  ...{ class: 'own-end-head', role: 'gimbal', name: 'Head that rests level' },
  ports: [supplyPort('dc', 'volts', 'left'), servoPort('tilt', 'tilt', 'left', 'in')],
  supplies: [eats('dc', [7, 12.6], 4, 9)],
  links: [wire('tilt', 'pulse', 'listen', 'tilt')],
  functions: [
    {
      ...{ id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'rate', over: ['tilt'], joint: 'tilt' },
      range: { from: -90, to: 90, unit: '°/s' },
    },
  ],
  joints: [{ id: 'tilt', label: 'tilt', minDeg: -90, maxDeg: 0, speedDegPerS: 90, carries: 'payload' }],
});

const now = Proposed.of({
  ...brief(
    'Light and ends',
    'hand-held or ground',
    [
      ...([
        ['PK', 'pack-3s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-6-pins'],
      ] as PartLine[]),
      ['EY', eye.class],
      ['CA', compact.class],
      ['HD', head.class],
    ],
    [
      ['photo', { part: 'CA' }],
      ['tilt', { part: 'HD' }],
    ],
    { reach: 'servo leads' },
  ),
  sheets: [eye, compact, head],
});

it('the light is told by the receiver, and the camera by the light', () => {
  expect(now.proposal.unmet).toEqual([]);
  const photo = findChains(now.rig).find((c) => c.part.id === 'CA')!;
  expect(photo.breaks).toBeNull();
  expect(photo.path.map((c) => c.talker.part.id)).toEqual(['RX', 'EY']);
});

it('the head is fed by three cells to the last figure, and goes off its end before it is turned that way', () => {
  expect(now.between('PK', 'HD')).toHaveLength(1);
  const up = planOf(now.rig).find((s) => s.id === 'HD.tilt.1')!;
  expect(up.setUp[up.moves[0]!.control]).toBe(-up.moves[0]!.to);
  expect(planOf(now.rig).find((s) => s.id === 'HD.tilt.-1')!.setUp).not.toHaveProperty(up.moves[0]!.control);
  expect(now.failing()).toEqual([]);
});
