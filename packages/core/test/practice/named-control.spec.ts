/** A control that a wish names, however it suits, beside a wish that it would suit better. Sheets of anyone's own. */
import { expect, it } from 'vitest';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { brief } from './bench.js';
import { busReceiver } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const hand = defineSheet({
  ...base,
  class: 'own-hand',
  role: 'transmitter',
  name: 'Hand set',
  group: 'Control',
  massG: 0,
  inside: { battery: true, minutes: 200 },
  ports: [],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { channels: 8 } }],
  controls: [
    { id: 'stays', label: 'lever one', kind: 'slider', x: 0.2, y: 0.5 },
    { id: 'springs', label: 'lever two', kind: 'slider', sprung: true, felt: true, x: 0.8, y: 0.5 },
  ],
});
const bus = (id: string) => servoPort(id, 'bus', 'left', 'in');
const drive = defineSheet({
  ...base,
  class: 'own-drive',
  role: 'drive',
  name: 'Cart drive',
  group: 'Control',
  massG: 300,
  ports: [supplyPort('dc', 'power', 'left'), bus('in')],
  supplies: [eats('dc', [9, 18], 20, 60)],
  links: [wire('in', 'sbus', 'listen', 'in')],
  functions: [{ id: 'go', label: 'Go', what: 'drive', takes: 'rate', over: ['in'] }],
});
const head = defineSheet({
  ...base,
  class: 'own-head',
  role: 'gimbal',
  name: 'Head',
  group: 'Payload',
  massG: 200,
  ports: [supplyPort('dc', 'power', 'left'), bus('in')],
  supplies: [eats('dc', [9, 18], 4, 8)],
  links: [wire('in', 'sbus', 'listen', 'in')],
  functions: [{ id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'position', over: ['in'], joint: 'tilt' }],
  joints: [{ id: 'tilt', label: 'tilt', minDeg: -60, maxDeg: 30, speedDegPerS: 90 }],
});
const controls = (...wishes: [string, { control?: string }?][]) => {
  const now = Proposed.of({
    ...brief(
      'Cart',
      'hand-held or ground',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', hand.class],
        ['RX', busReceiver.class],
        ['DR', drive.class],
        ['HD', head.class],
      ],
      wishes,
    ),
    sheets: [hand, busReceiver, drive, head],
  });
  return [now.control('DR.go'), now.control('HD.tilt')];
};

it('has it, and the other wish what is left', () => {
  expect(controls(['drive'], ['tilt'])).toEqual(['springs', 'stays']);
  expect(controls(['drive', { control: 'stays' }], ['tilt'])).toEqual(['stays', 'springs']);
  expect(controls(['tilt', { control: 'springs' }], ['drive'])).toEqual(['stays', 'springs']);
});
