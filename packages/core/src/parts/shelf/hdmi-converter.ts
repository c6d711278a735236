import { defineSheet, eats, hdmiPort, picturePort, supplyPort, wire } from './define.js';

/** HDMI in, composite out. Wants 5 V of its own: an HDMI socket will not run it. @source [practice] */
export const hdmiConverter = defineSheet({
  class: 'hdmi-converter',
  revision: 1,
  role: 'converter',
  name: 'HDMI to composite converter',
  summary: '5 V · HDMI in, composite out',
  group: 'Picture',
  massG: 19,
  ports: [
    hdmiPort('in', 'HDMI', 'left', 'in', 'full'),
    supplyPort('supply', '5 V', 'left'),
    picturePort('out', 'out', 'right', 'out'),
  ],
  supplies: [eats('supply', [4.6, 5.4], 1.5, 2)],
  links: [wire('in', 'hdmi', 'listen', 'in'), wire('out', 'composite', 'talk', 'out', { standard: '625/50' })],
  pictures: [{ inputs: ['in'], output: 'out' }],
  starts: [{ text: 'finds the picture', seconds: 3, still: false }],
});
