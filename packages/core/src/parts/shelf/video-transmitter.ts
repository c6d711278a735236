import { antennaPort, at, defineSheet, picturePort, servoPort, supplyPort, wire } from './define.js';

/** Video transmitter fed straight from the pack, with its own regulator inside; one pulse sets pit or power. */
export const videoTransmitter = defineSheet({
  class: 'video-transmitter-pack',
  revision: 2,
  role: 'video-transmitter',
  name: 'Video transmitter',
  summary: 'pack direct · pit or 200 mW',
  group: 'Picture',
  massG: 21,
  sizeMm: [38, 26, 9],
  cautions: [
    'Never powered without its antenna.',
    'Band, channel and power by local radio rules; ask the authority or a licensed person.',
  ],
  ports: [
    picturePort('video', 'video', 'left', 'in'),
    supplyPort('supply', 'pack', 'left', 'wire ends'),
    servoPort('power', 'power', 'left', 'in'),
    antennaPort('antenna', 'antenna', 'out', 'coax screw'),
  ],
  supplies: [
    {
      id: 'main',
      plus: at('supply', 1),
      minus: at('supply', 2),
      volts: [7, 26],
      draw: { kind: 'power', typical: 4.6, peak: 5.5 },
    },
  ],
  links: [
    { id: 'video', kind: 'composite', way: 'listen', pins: { data: at('video', 1) }, params: {} },
    { id: 'power', kind: 'pulse', way: 'listen', pins: { data: at('power', 1) }, params: {} },
    wire('antenna', 'antenna', 'talk', 'antenna'),
  ],
  functions: [
    {
      id: 'power',
      label: 'Radio power',
      what: 'radio-power',
      takes: 'windows',
      over: ['power'],
      windows: [
        { fromUs: 800, toUs: 1500, label: 'pit' },
        { fromUs: 1500, toUs: 2200, label: '200 mW' },
      ],
    },
  ],
  starts: [{ text: 'wakes in pit', seconds: 1.5, still: false }],
});
