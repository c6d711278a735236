import { defineSheet, eats, servoPort, supplyPort, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, mounting, powerFunction } from './gimbal-parts.js';

const INPUTS = ['tilt', 'roll', 'pan', 'power'] as const;

/** Servo gimbal with a pan kit under it on a slip ring: pan turns without end, and is off for take-off. @source [practice] */
export const gimbalServoPan = defineSheet({
  class: 'gimbal-servo-pan',
  revision: 2,
  role: 'gimbal',
  name: 'Gimbal, servo leads with pan kit',
  summary: '3S–6S · tilt, roll, pan, power state · slip ring',
  group: 'Payload',
  massG: 560,
  sizeMm: [140, 130, 190],
  cautions: [ARC, 'Pan off, or all axes locked, for take-off and landing: a free pan spins.'],
  ports: [supplyPort('supply', '3S–6S', 'left', 'wire ends'), ...INPUTS.map((id) => servoPort(id, id, 'left', 'in'))],
  supplies: [{ ...eats('supply', [9.5, 26], 12, 26), inrush: { capacitanceUf: 680, softStartMs: 5 } }],
  links: INPUTS.map((id) => wire(id, 'pulse', 'listen', id)),
  settings: [mounting],
  functions: [
    axisFunction('tilt', 'Tilt', 'position', ['tilt'], -90, 30, false),
    axisFunction('roll-trim', 'Roll trim', 'position', ['roll'], -15, 15, false),
    axisFunction('pan', 'Pan', 'rate', ['pan'], -90, 90, false),
    powerFunction(['power']),
  ],
  joints: [
    { ...joint('pan', -180, 180), endless: true, carries: 'roll', axis: [0, 0, 1] },
    // free to stabilise wider than the sticks may ask
    { ...joint('roll', -30, 30), freeDeg: [-45, 45], carries: 'tilt', axis: [1, 0, 0] },
    { ...joint('tilt', -90, 30), freeDeg: [-110, 50], carries: 'payload', axis: [0, 1, 0] },
  ],
  starts: LEVEL,
});
