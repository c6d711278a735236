import { defineSheet, eats, servoPort, supplyPort, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting, powerFunction } from './gimbal-parts.js';

const INPUTS = ['tilt', 'roll', 'mode', 'power'] as const;

/** Servo-type gimbal with four channels; the fourth is its power state. */
export const gimbalServoFour = defineSheet({
  class: 'gimbal-servo-four',
  revision: 3,
  role: 'gimbal',
  name: 'Gimbal, four servo leads',
  summary: '3S–6S · tilt, roll, mode, power state',
  group: 'Payload',
  massG: 390,
  sizeMm: [110, 105, 120],
  cautions: [ARC],
  ports: [supplyPort('supply', '3S–6S', 'left', 'wire ends'), ...INPUTS.map((id) => servoPort(id, id, 'left', 'in'))],
  supplies: [{ ...eats('supply', [9.5, 26], 8, 19), inrush: { capacitanceUf: 470, softStartMs: 4 } }],
  links: INPUTS.map((id) => wire(id, 'pulse', 'listen', id)),
  settings: [mounting],
  functions: [
    axisFunction('tilt', 'Tilt', 'position', ['tilt'], -90, 30),
    axisFunction('roll-trim', 'Roll trim', 'position', ['roll'], -15, 15),
    modeFunction(['mode']),
    powerFunction(['power']),
  ],
  joints: [joint('tilt', -90, 30), joint('roll', -45, 45), joint('pan', -180, 180)],
  starts: LEVEL,
});
