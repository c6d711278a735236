import { defineSheet, eats, supplyPort, wire } from './define.js';
import { AIR, bindCues, outPort, TWO_ANTENNAS } from './receiver-parts.js';

/** One wire, eight channels one after the other. */
export const receiverPpm = defineSheet({
  class: 'receiver-ppm',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, PPM',
  summary: '8 channels on one wire',
  group: 'Control',
  massG: 7,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5 V', 'left'), outPort('ppm', 'PPM')],
  supplies: [eats('supply', [4, 8.4], 0.3, 0.4)],
  links: [AIR, wire('ppm', 'ppm', 'talk', 'ppm', { periodMs: 22.5, base: 1 })],
  starts: [{ text: 'binds', seconds: 1.8, still: false }],
});
