import { suppliedPicturePort } from './combined.js';
import { at, defineSheet, eats, gives, picturePort, servoPort, supplyPort, wire } from './define.js';
import { ARC, axisFunction, joint, LEVEL, modeFunction, mounting } from './gimbal-parts.js';

const PULSES = ['pan', 'tilt', 'mode'] as const;

/** Gimbal of a wing: feeds its camera 5 V and passes the picture on; three modes on a switch. @source [practice] */
export const gimbalWing = defineSheet({
  class: 'gimbal-wing',
  revision: 1,
  role: 'gimbal',
  name: 'Gimbal, wing, camera through it',
  summary: '7–17 V · pan and tilt pulses · 5 V and picture to its camera',
  group: 'Payload',
  massG: 265,
  sizeMm: [85, 82, 100],
  cautions: [ARC],
  ports: [
    supplyPort('supply', '7–17 V', 'left', 'wire ends'),
    ...PULSES.map((id) => servoPort(id, id, 'left', 'in')),
    suppliedPicturePort('camera', 'camera', 'right', 'in'),
    picturePort('video', 'video out', 'right', 'out'),
  ],
  supplies: [eats('supply', [7, 17], 7, 16)],
  sources: [
    {
      ...gives('buck', 'camera', 5.1, 1.5, { fedBy: 'main', dropoutV: 1.2 }),
      plus: at('camera', 2),
      minus: at('camera', 1),
    },
  ],
  links: [
    ...PULSES.map((id) => wire(id, 'pulse', 'listen', id)),
    wire('camera', 'composite', 'listen', 'camera', {}, { pin: 3 }),
    wire('video', 'composite', 'talk', 'video'),
  ],
  pictures: [{ inputs: ['camera'], output: 'video' }],
  settings: [mounting],
  functions: [
    axisFunction('pan', 'Pan', 'rate', ['pan'], -60, 60),
    axisFunction('tilt', 'Tilt', 'position', ['tilt'], -90, 30),
    modeFunction(['mode']),
  ],
  joints: [
    { ...joint('pan', -170, 170), endless: true, carries: 'tilt' },
    { ...joint('tilt', -90, 30), carries: 'payload' },
  ],
  starts: LEVEL,
});

/** Action camera with one plug for 5 V and picture, as gimbals bring it. @source [practice] */
export const actionCameraOnePlug = defineSheet({
  class: 'action-camera-one-plug',
  revision: 1,
  role: 'camera',
  name: 'Action camera, one plug',
  summary: '5 V and picture on one plug',
  group: 'Payload',
  massG: 122,
  view: { wideDeg: 110, teleDeg: 110, pointsAcross: 1920 },
  prep: [
    { id: 'out', text: 'Video out set to the standard of the others' },
    { id: 'sleep', text: 'Sleep timer off' },
  ],
  ports: [suppliedPicturePort('main', '5 V · video', 'right', 'out')],
  supplies: [
    {
      id: 'main',
      plus: at('main', 2),
      minus: at('main', 1),
      volts: [4.75, 5.25],
      draw: { kind: 'power', typical: 3, peak: 4.4 },
    },
  ],
  links: [wire('video', 'composite', 'talk', 'main', { standard: '625/50' }, { pin: 3 })],
  cues: [{ when: 'recording', shows: 'red light blinks; one beep' }],
  starts: [{ text: 'starts', seconds: 5, still: false }],
});
