import { defineSheet, eats, servoPort, supplyPort, wire } from './define.js';
import { axisFunction, joint } from './gimbal-parts.js';

/** Heavy three-axis remote head of a carriage. */
export const headHeavy = defineSheet({
  class: 'head-heavy',
  revision: 1,
  role: 'gimbal',
  name: 'Remote head, heavy',
  summary: '24 V · three axis · bus',
  group: 'Payload',
  massG: 6200,
  sizeMm: [320, 290, 380],
  cautions: ['Strong motors: hands off and nobody in the arc while it finds level.'],
  ports: [supplyPort('supply', '24 V', 'left', 'twist-lock round'), servoPort('bus', 'bus', 'left', 'in')],
  supplies: [{ ...eats('supply', [20, 28], 35, 110), inrush: { capacitanceUf: 2200, softStartMs: 20 } }],
  links: [wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 })],
  functions: [
    axisFunction('tilt', 'Tilt', 'rate', ['bus'], -70, 70, false),
    axisFunction('pan', 'Pan', 'rate', ['bus'], -120, 120, false),
    axisFunction('roll-trim', 'Roll trim', 'position', ['bus'], -30, 30, false),
  ],
  joints: [joint('tilt', -110, 110), joint('pan', -720, 720, 150), joint('roll', -40, 40)],
  starts: [{ text: 'finds level', seconds: 12, still: true }],
});
