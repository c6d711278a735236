import type { Sheet } from '../sheet.js';
import { at, defineSheet, ground, hdmiPort, signal, supplyPort, usbPort, wire } from './define.js';
import { bodyPrep } from './camera-parts.js';

const body = (family: 'A' | 'B', size: 'mini' | 'micro', volts: [number, number]): Sheet =>
  defineSheet({
    class: `mirrorless-${family.toLowerCase()}`,
    revision: 2,
    role: 'camera',
    name: `Mirrorless camera, body family ${family}`,
    summary: `HDMI ${size} · infra-red · USB remote · hot shoe`,
    group: 'Payload',
    massG: family === 'A' ? 620 : 510,
    view: { wideDeg: 84, teleDeg: 24, pointsAcross: 1920 },
    prep: bodyPrep,
    cautions: ['Balance with lens, battery, card and cables on, cap off.'],
    ports: [
      supplyPort('battery', 'battery bay', 'left', `dummy battery, body family ${family}`),
      hdmiPort('hdmi', 'HDMI', 'right', 'out', size),
      usbPort('usb', 'USB remote', 'left'),
      {
        id: 'eye',
        label: 'infra-red eye',
        side: 'left',
        plug: { family: 'sensor window', pins: 1 },
        pins: [signal(1, 'light', 'in')],
      },
      {
        id: 'shoe',
        label: 'hot shoe',
        side: 'right',
        plug: { family: 'hot shoe', pins: 2 },
        pins: [signal(1, 'flash', 'out'), ground(2)],
      },
    ],
    supplies: [
      {
        id: 'main',
        plus: at('battery', 1),
        minus: at('battery', 2),
        volts,
        draw: { kind: 'power', typical: 5, peak: 9 },
      },
    ],
    links: [
      wire('hdmi', 'hdmi', 'talk', 'hdmi'),
      wire('usb', 'usb', 'listen', 'usb', {}, { pin: 2 }),
      wire('eye', 'infra-red', 'listen', 'eye'),
      wire('shoe', 'contact', 'talk', 'shoe'),
    ],
    cues: [{ when: 'recording', shows: 'red frame on its own screen, nothing on the ground' }],
    starts: [{ text: 'starts', seconds: 3, still: false }],
  });

/** Mirrorless bodies of two battery families. */
export const mirrorlessA = body('A', 'micro', [6.5, 8.4]);
export const mirrorlessB = body('B', 'mini', [6.5, 8.4]);

/** Camera that keeps its own battery: only picture and remote lead run to it. @source [practice] */
export const cameraOwnBattery = defineSheet({
  class: 'camera-own-battery',
  revision: 1,
  role: 'camera',
  name: 'Camera on its own battery, remote socket',
  summary: 'own battery · HDMI full · remote socket',
  group: 'Payload',
  massG: 690,
  view: { wideDeg: 74, teleDeg: 27, pointsAcross: 1920 },
  inside: { battery: true, minutes: 90 },
  prep: bodyPrep.filter((item) => item.id !== 'usb'),
  cautions: ['Balance with lens, battery, card and cables on, cap off.'],
  ports: [
    hdmiPort('hdmi', 'HDMI', 'right', 'out', 'full'),
    {
      id: 'remote',
      label: 'remote',
      side: 'left',
      plug: { family: 'remote 2.5 mm', pins: 2 },
      pins: [signal(1, 'record', 'in'), { n: 2, label: '−', line: 'ground' }],
    },
  ],
  links: [wire('hdmi', 'hdmi', 'talk', 'hdmi'), wire('remote', 'contact', 'listen', 'remote')],
  cues: [{ when: 'recording', shows: 'red light at the camera, nothing on the ground' }],
  starts: [{ text: 'starts', seconds: 3, still: false }],
});
