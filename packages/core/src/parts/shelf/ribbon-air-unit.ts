import { antennaPort, defineSheet, eats, ground, signal, supplyPort, wire } from './define.js';

/** Digital picture transmitter with a ribbon socket for its camera head. */
export const ribbonAirUnit = defineSheet({
  class: 'ribbon-air-unit',
  revision: 2,
  role: 'video-transmitter',
  name: 'Ribbon air unit',
  summary: '7–26 V · ribbon in',
  group: 'Picture',
  massG: 38,
  sizeMm: [44, 38, 16],
  cautions: [
    'Never powered without its antennas.',
    'Gets hot without moving air.',
    'Band and power by local radio rules.',
  ],
  ports: [
    {
      id: 'ribbon',
      label: 'ribbon',
      side: 'left',
      plug: { family: 'ribbon 22-way', pins: 2 },
      pins: [signal(1, 'lanes', 'in'), ground(2)],
    },
    supplyPort('supply', '7–26 V', 'left', 'wire ends'),
    antennaPort('antenna', 'antenna', 'out', 'coax press'),
  ],
  supplies: [{ ...eats('supply', [7, 26], 7, 11), inrush: { capacitanceUf: 330, softStartMs: 2 } }],
  links: [wire('ribbon', 'ribbon', 'listen', 'ribbon'), wire('antenna', 'antenna', 'talk', 'antenna')],
  starts: [{ text: 'finds the ground unit', seconds: 10, still: false }],
});
