import { defineSheet, eats, halves, servoPort, supplyPort, windows, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting } from './gimbal-parts.js';

/** Three-axis gimbal on the bus, its slots fixed by the maker; one slot looks straight down. */
export const gimbalThreeBus = defineSheet({
  class: 'gimbal-three-bus',
  revision: 2,
  role: 'gimbal',
  name: 'Gimbal, three axis, bus',
  summary: '12–26 V · fixed slots · look-down',
  group: 'Payload',
  massG: 620,
  sizeMm: [130, 120, 150],
  cautions: [ARC],
  ports: [supplyPort('supply', '12–26 V', 'left', 'wire ends'), servoPort('bus', 'bus', 'left', 'in')],
  supplies: [{ ...eats('supply', [11.5, 26], 12, 30), inrush: { capacitanceUf: 680, softStartMs: 6 } }],
  links: [wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 })],
  settings: [mounting],
  functions: [
    axisFunction('tilt', 'Tilt', 'position', ['bus'], -120, 40),
    axisFunction('roll-trim', 'Roll trim', 'position', ['bus'], -20, 20),
    axisFunction('pan', 'Pan', 'rate', ['bus'], -90, 90),
    modeFunction(['bus']),
    {
      ...windows('look-down', 'Look down', 'look-down', ['bus'], halves('as set', 'straight down')),
      drives: { window: 'straight down', joint: 'tilt', deg: -90 },
    },
  ],
  joints: [joint('tilt', -120, 40), joint('roll', -50, 50), joint('pan', -320, 320, 120)],
  starts: LEVEL,
});
