import { defineSheet, eats, servoPort, supplyPort, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting } from './gimbal-parts.js';

const INPUTS = ['tilt', 'pan', 'mode'] as const;

/** Two-axis gimbal on servo pulses with three modes. */
export const gimbalTwoPulse = defineSheet({
  class: 'gimbal-two-pulse',
  revision: 2,
  role: 'gimbal',
  name: 'Gimbal, two axis, servo pulses',
  summary: '7–17 V · three servo leads',
  group: 'Payload',
  massG: 240,
  sizeMm: [80, 80, 95],
  cautions: [ARC],
  ports: [supplyPort('supply', '7–17 V', 'left', 'wire ends'), ...INPUTS.map((id) => servoPort(id, id, 'left', 'in'))],
  supplies: [eats('supply', [7, 17], 6, 15)],
  links: INPUTS.map((id) => wire(id, 'pulse', 'listen', id)),
  settings: [mounting],
  functions: [
    axisFunction('tilt', 'Tilt', 'position', ['tilt'], -90, 30),
    axisFunction('pan', 'Pan', 'rate', ['pan'], -60, 60),
    modeFunction(['mode']),
  ],
  joints: [joint('tilt', -90, 30), joint('pan', -170, 170)],
  starts: LEVEL,
});
