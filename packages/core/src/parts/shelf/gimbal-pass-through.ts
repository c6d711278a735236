import { at, defineSheet, deviceSerialPort, eats, supplyPort } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting } from './gimbal-parts.js';

/** Gimbal told over telemetry, passing what it hears on to the camera. @source [practice] payloads often want 500 000 baud */
export const gimbalPassThrough = defineSheet({
  class: 'gimbal-pass-through',
  revision: 2,
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
    axisFunction('tilt', 'Tilt', 'position', ['telemetry'], -90, 30),
    axisFunction('pan', 'Pan', 'rate', ['telemetry'], -60, 60),
    modeFunction(['telemetry']),
  ],
  joints: [joint('tilt', -90, 30), joint('pan', -170, 170)],
  starts: LEVEL,
});
