import { onScreen } from './asked.js';
import { at, defineSheet, deviceSerialPort, eats, supplyPort, type FunctionDraft } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting } from './gimbal-parts.js';

const TELEMETRY = ['telemetry'];
const both = (fn: FunctionDraft, what: string) => onScreen(fn, TELEMETRY, what, 'after');

/** Gimbal told over telemetry, passing what it hears on to the camera. @source [practice] payloads often want 500 000 baud */
export const gimbalPassThrough = defineSheet({
  class: 'gimbal-pass-through',
  revision: 3,
  role: 'gimbal',
  name: 'Gimbal, telemetry pass-through',
  summary: '12–26 V · telemetry at 500 000 baud',
  group: 'Payload',
  massG: 540,
  sizeMm: [120, 115, 140],
  cautions: [ARC],
  firmware: [{ what: 'gimbal manager', least: '4.3', board: 'large', erases: false }],
  ports: [
    supplyPort('supply', '12–26 V', 'left', 'wire ends'),
    deviceSerialPort('telemetry', 'telemetry', 'left', 'latching 1.25 mm'),
  ],
  supplies: [{ ...eats('supply', [11.5, 26], 10, 26), inrush: { capacitanceUf: 470, softStartMs: 4 } }],
  links: [
    {
      id: 'telemetry',
      kind: 'mavlink',
      way: 'both',
      pins: { send: at('telemetry', 1), hear: at('telemetry', 2) },
      params: { baud: 500000, protocol: 'telemetry', base: 1 },
    },
  ],
  settings: [mounting],
  functions: [
    both(axisFunction('tilt', 'Tilt', 'position', TELEMETRY, -90, 30), 'joystick, up and down'),
    both(axisFunction('pan', 'Pan', 'rate', TELEMETRY, -60, 60), 'joystick, left and right'),
    both(modeFunction(TELEMETRY), 'mode list'),
  ],
  joints: [joint('tilt', -90, 30), joint('pan', -170, 170)],
  starts: LEVEL,
});
