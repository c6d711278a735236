import { antennaPort, defineSheet, eats, hdmiPort, supplyPort, wire } from './define.js';

/** Digital picture transmitter fed by HDMI. */
export const hdmiAirUnit = defineSheet({
  class: 'hdmi-air-unit',
  revision: 2,
  role: 'video-transmitter',
  name: 'HDMI air unit',
  summary: '7–26 V · HDMI in',
  group: 'Picture',
  massG: 64,
  sizeMm: [60, 46, 20],
  cautions: ['Never powered without its antennas.', 'Band and power by local radio rules.'],
  ports: [
    hdmiPort('hdmi', 'HDMI', 'left', 'in', 'mini'),
    supplyPort('supply', '7–26 V', 'left', 'wire ends'),
    antennaPort('antenna', 'antenna', 'out', 'coax press'),
  ],
  supplies: [{ ...eats('supply', [7, 26], 8, 12), inrush: { capacitanceUf: 330, softStartMs: 2 } }],
  links: [wire('hdmi', 'hdmi', 'listen', 'hdmi'), wire('antenna', 'antenna', 'talk', 'antenna')],
  starts: [{ text: 'finds the ground unit', seconds: 12, still: false }],
});
