import { defineSheet, eats, hdmiPort, picturePort, supplyPort, wire } from './define.js';

/** Seven-inch display for a hand-held or ground rig: composite or HDMI in. */
export const display = defineSheet({
  class: 'display-7',
  revision: 1,
  role: 'display',
  name: 'Display, seven inch',
  summary: '7–17 V · composite or HDMI',
  group: 'Picture',
  massG: 310,
  ports: [
    picturePort('video', 'video', 'left', 'in'),
    hdmiPort('hdmi', 'HDMI', 'left', 'in', 'full'),
    supplyPort('supply', '7–17 V', 'left', 'barrel 5.5 mm'),
  ],
  supplies: [eats('supply', [7, 17], 7, 9)],
  links: [wire('video', 'composite', 'listen', 'video'), wire('hdmi', 'hdmi', 'listen', 'hdmi')],
  starts: [{ text: 'lights up', seconds: 2, still: false }],
});
