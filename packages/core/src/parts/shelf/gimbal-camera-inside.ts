import { defineSheet, eats, flick, halves, picturePort, servoPort, supplyPort, windows, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, mounting } from './gimbal-parts.js';

const BUS = ['bus'];
/** Slots as the maker fixed them. @source [practice] 8 to 11 */
const fixed = <T extends object>(fn: T, slot: number) => ({ ...fn, firstSlot: slot, slots: [slot] });

/** Bus gimbal with a camera of its own inside: four fixed slots, rate or position by its own switch. @source [practice] */
export const gimbalCameraInside = defineSheet({
  class: 'gimbal-camera-inside',
  revision: 1,
  role: 'gimbal',
  name: 'Gimbal with camera, fixed slots',
  summary: '3S–6S · slots 8 to 11 · composite out',
  group: 'Payload',
  massG: 210,
  sizeMm: [78, 75, 92],
  view: { wideDeg: 66, teleDeg: 7, pointsAcross: 720 },
  cautions: [ARC],
  ports: [
    supplyPort('supply', '3S–6S', 'left', 'wire ends'),
    servoPort('bus', 'bus', 'left', 'in'),
    picturePort('video', 'video', 'right', 'out'),
  ],
  supplies: [{ ...eats('supply', [9.5, 26], 8, 18), inrush: { capacitanceUf: 470, softStartMs: 4 } }],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 }),
    wire('video', 'composite', 'talk', 'video', { standard: '625/50' }),
  ],
  settings: [mounting],
  functions: [
    fixed(
      {
        ...axisFunction('tilt', 'Tilt', 'position', BUS, -90, 30, false),
        turnsTo: { takes: 'rate', fn: 'mode', windows: ['rate'] },
      },
      8,
    ),
    fixed(windows('mode', 'Position or rate', 'gimbal-mode', BUS, halves('position', 'rate')), 9),
    fixed(
      {
        ...windows('look-down', 'Look down', 'look-down', BUS, halves('as set', 'straight down')),
        drives: { window: 'straight down', joint: 'tilt', deg: -90 },
      },
      10,
    ),
    fixed(flick('record', 'Record', 'record', BUS, 'red dot in its picture'), 11),
  ],
  joints: [{ ...joint('tilt', -90, 30), carries: 'payload' }, joint('roll', -40, 40)],
  starts: LEVEL,
});
