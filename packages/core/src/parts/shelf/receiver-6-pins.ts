import { defineSheet, supplyPort } from './define.js';
import { AIR, bindCues, pulsePins, TWO_ANTENNAS } from './receiver-parts.js';

const pins = pulsePins(6, false);

/** Six pulse pins and nothing else: pin n is channel n. */
export const receiver6Pins = defineSheet({
  class: 'receiver-6-pins',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, six pins',
  summary: '6 pins, no bus',
  group: 'Control',
  massG: 9,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5 V', 'left'), ...pins.ports],
  supplies: [
    {
      id: 'main',
      plus: { port: 'supply', pin: 1 },
      minus: { port: 'supply', pin: 2 },
      volts: [4, 8.4],
      draw: { kind: 'current', typical: 0.05, peak: 0.07 },
    },
  ],
  links: [AIR, ...pins.links],
  settings: pins.settings,
  starts: [{ text: 'binds', seconds: 1.8, still: false }],
});
