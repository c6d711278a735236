import { antennaPort, defineSheet, eats, picturePort, supplyPort, wire } from './define.js';

/** Small video transmitter on 5 V. */
export const videoTransmitter5v = defineSheet({
  class: 'video-transmitter-5v',
  revision: 1,
  role: 'video-transmitter',
  name: 'Video transmitter, 5 V',
  summary: '5 V · 25 or 100 mW by button',
  group: 'Picture',
  massG: 6,
  sizeMm: [24, 20, 6],
  cautions: [
    'Never powered without its antenna.',
    'Band, channel and power by local radio rules; ask the authority or a licensed person.',
  ],
  ports: [
    picturePort('video', 'video', 'left', 'in'),
    supplyPort('supply', '5 V', 'left'),
    antennaPort('antenna', 'antenna', 'out', 'coax press'),
  ],
  supplies: [eats('supply', [4.6, 5.5], 2, 2.6)],
  links: [wire('video', 'composite', 'listen', 'video'), wire('antenna', 'antenna', 'talk', 'antenna')],
  starts: [{ text: 'on air', seconds: 1.2, still: false }],
});
