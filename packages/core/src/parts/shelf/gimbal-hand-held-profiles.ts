import { atDevice } from './asked.js';
import {
  busOrPulse,
  defineSheet,
  eats,
  flick,
  gives,
  packSheet,
  servoPort,
  signal,
  supplyPort,
  whenSet,
  wire,
  at,
} from './define.js';
import { axisFunction, joint, mounting } from './gimbal-parts.js';

const CONTROL = ['bus', 'pulse'];

/**
 * Hand-held gimbal as a camera head: feeds the receiver on its control plug, three profiles, a lead that starts the camera, a
 * trigger of its own. @source [practice] pan on slot 1, tilt on 2 when fed by a receiver
 */
export const gimbalHandHeldProfiles = defineSheet({
  class: 'gimbal-hand-held-profiles',
  revision: 1,
  role: 'gimbal',
  name: 'Gimbal, hand-held, three profiles',
  summary: 'battery grip · feeds its receiver · record lead',
  group: 'Payload',
  massG: 1180,
  sizeMm: [260, 210, 360],
  cautions: ['Balance it before power: a camera off balance heats the motors.', 'Keep it still while it finds level.'],
  cues: [
    { when: 'press and hold the power key', shows: 'one long beep, then it finds level' },
    { when: 'profile changed', shows: 'one, two or three blinks' },
  ],
  ports: [
    supplyPort('supply', 'battery grip', 'left', 'battery grip'),
    servoPort('control', 'control', 'left', 'in', 'supply'),
    servoPort('second', 'tilt pulse', 'left', 'in'),
    {
      id: 'camera',
      label: 'camera control',
      side: 'right',
      plug: { family: 'remote 2.5 mm', pins: 2 },
      pins: [signal(1, 'record', 'out'), { n: 2, label: '−', line: 'ground' }],
    },
  ],
  supplies: [{ ...eats('supply', [11, 17], 9, 24), inrush: { capacitanceUf: 1000, softStartMs: 10 } }],
  sources: [
    { ...gives('buck', 'control', 5, 0.5, { fedBy: 'main' }), plus: at('control', 2), minus: at('control', 3) },
  ],
  links: [
    wire('bus', 'sbus', 'listen', 'control', { scale: 'micro', base: 1 }, whenSet('control', 'bus')),
    wire('pulse', 'pulse', 'listen', 'control', {}, whenSet('control', 'pulse')),
    wire('pulse2', 'pulse', 'listen', 'second', {}, whenSet('control', 'pulse')),
    wire('record', 'contact', 'talk', 'camera'),
  ],
  profiles: 3,
  settings: [
    busOrPulse('bus'),
    { ...mounting, default: 'upright' },
    {
      id: 'stiffness',
      label: 'Motor stiffness',
      values: ['light camera', 'middle camera', 'heavy camera'],
      default: 'light camera',
      how: 'app',
      shows: 'the app; motors hum when it is too high',
      inProfile: true,
    },
    {
      id: 'ends',
      label: 'End points of pan and tilt',
      values: ['none', 'short of the monitor'],
      default: 'none',
      how: 'app',
      inProfile: true,
    },
  ],
  functions: [
    { ...axisFunction('pan', 'Pan', 'rate', CONTROL, -60, 60, false) },
    { ...axisFunction('tilt', 'Tilt', 'rate', ['bus', 'pulse2'], -60, 60, false) },
    atDevice(flick('record', 'Record', 'record', ['bus'], 'red light on the camera'), 'trigger on the grip'),
    {
      id: 'recentre',
      label: 'Recentre',
      what: 'recentre',
      takes: 'pulse',
      askedBy: [{ by: 'device', what: 'trigger pressed twice' }],
      windows: [{ fromUs: 1650, toUs: 2200, label: 'pulse' }],
    },
  ],
  joints: [
    { ...joint('pan', -320, 320), carries: 'tilt' },
    { ...joint('tilt', -100, 100), carries: 'payload' },
  ],
  starts: [{ text: 'finds level', seconds: 5, still: true }],
});

/** Battery grip of a hand-held gimbal: four lithium-ion cells. @source [practice] one press shows charge, press and hold starts */
export const gripBattery = packSheet(4, 3200, 260, 0.08, 8, {
  class: 'grip-battery',
  name: 'Battery grip 4S',
  chemistry: 'lithium-ion',
  ports: [supplyPort('out', 'grip', 'right', 'battery grip')],
});
