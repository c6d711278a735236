import { busOrPulse, defineSheet, eats, servoPort, supplyPort, whenSet, wire } from './define.js';
import { axisFunction, joint, mounting } from './gimbal-parts.js';

/** Hand-held gimbal with a bus or pulse switch; fed by a receiver, channel 1 is pan and 2 is tilt, @source [practice]. */
export const gimbalHandHeld = defineSheet({
  class: 'gimbal-hand-held',
  revision: 1,
  role: 'gimbal',
  name: 'Gimbal, hand-held',
  summary: 'bus or pulse · pan 1, tilt 2',
  group: 'Payload',
  massG: 1450,
  sizeMm: [280, 220, 380],
  cautions: ['Balance it before power: a camera off balance heats the motors.'],
  ports: [
    supplyPort('supply', '12–17 V', 'left', 'barrel 5.5 mm'),
    servoPort('control', 'control', 'left', 'in'),
    servoPort('second', 'tilt pulse', 'left', 'in'),
  ],
  supplies: [{ ...eats('supply', [11, 17], 9, 24), inrush: { capacitanceUf: 1000, softStartMs: 10 } }],
  links: [
    wire('bus', 'sbus', 'listen', 'control', { scale: 'micro', base: 1 }, whenSet('control', 'bus')),
    wire('pulse', 'pulse', 'listen', 'control', {}, whenSet('control', 'pulse')),
    wire('pulse2', 'pulse', 'listen', 'second', {}, whenSet('control', 'pulse')),
  ],
  settings: [busOrPulse('bus'), { ...mounting, default: 'upright' }],
  functions: [
    axisFunction('pan', 'Pan', 'rate', ['bus', 'pulse'], -60, 60, false),
    axisFunction('tilt', 'Tilt', 'rate', ['bus', 'pulse2'], -60, 60, false),
  ],
  joints: [joint('pan', -320, 320), joint('tilt', -100, 100)],
  starts: [{ text: 'finds level', seconds: 5, still: true }],
});
