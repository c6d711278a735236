import { defineSheet, eats, supplyPort, wire } from './define.js';
import { AIR, bindCues, outPort, TWO_ANTENNAS } from './receiver-parts.js';

/** Tiny receiver with a bus plug only. */
export const receiverBus = defineSheet({
  class: 'receiver-bus',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, bus only',
  summary: '16 slots, no pins',
  group: 'Control',
  massG: 4,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5 V', 'left', 'latching 1.0 mm'), outPort('bus', 'bus')],
  supplies: [eats('supply', [4.5, 8.4], 0.4, 0.5)],
  links: [AIR, wire('bus', 'sbus', 'talk', 'bus', { scale: 'micro', periodMs: 14, base: 1 })],
  starts: [{ text: 'binds', seconds: 1.4, still: false }],
});
