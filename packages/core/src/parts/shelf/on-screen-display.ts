import { at, defineSheet, deviceSerialPort, eats, picturePort, supplyPort, wire } from './define.js';

/** Writes figures into the picture on its way; told over telemetry. */
export const onScreenDisplay = defineSheet({
  class: 'on-screen-display',
  revision: 1,
  role: 'overlay',
  name: 'On-screen display',
  summary: '5 V · writes into the picture',
  group: 'Picture',
  massG: 7,
  ports: [
    picturePort('in', 'video in', 'left', 'in'),
    supplyPort('supply', '5 V', 'left'),
    deviceSerialPort('serial', 'telemetry', 'left', 'latching 1.25 mm'),
    picturePort('out', 'video out', 'right', 'out'),
  ],
  supplies: [eats('supply', [4.6, 5.5], 0.5, 0.7)],
  links: [
    wire('in', 'composite', 'listen', 'in'),
    wire('out', 'composite', 'talk', 'out'),
    {
      id: 'telemetry',
      kind: 'mavlink',
      way: 'both',
      pins: { send: at('serial', 1), hear: at('serial', 2) },
      params: { baud: 57600, protocol: 'telemetry' },
    },
  ],
  pictures: [{ inputs: ['in'], output: 'out' }],
  starts: [{ text: 'starts', seconds: 1.5, still: false }],
});
