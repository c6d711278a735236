import { defineSheet, eats, supplyPort, wire } from './define.js';
import { AIR, antennaOut, bindCues, outPort, pulsePins, TWO_ANTENNAS } from './receiver-parts.js';

const pins = pulsePins(8);

/** Hears two bands at once and takes whichever arrives: bus and eight pins. */
export const receiverTwinLink = defineSheet({
  class: 'receiver-twin-link',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, twin link',
  summary: 'two bands · 16 slots · 8 pins',
  group: 'Control',
  massG: 26,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5–14 V', 'left'), outPort('bus', 'bus'), ...pins.ports, antennaOut(1), antennaOut(2)],
  supplies: [eats('supply', [4.8, 14.4], 0.9, 1.2)],
  links: [
    AIR,
    wire('bus', 'sbus', 'talk', 'bus', { scale: 'micro', periodMs: 7, base: 1 }),
    ...pins.links,
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  settings: pins.settings,
  starts: [{ text: 'both links found', seconds: 2.4, still: false }],
});
