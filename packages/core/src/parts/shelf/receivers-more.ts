import { defineSheet, eats, ground, signal, supplyPort, wire } from './define.js';
import { AIR, antennaOut, bindCues, outPort, pulsePins, TWO_ANTENNAS } from './receiver-parts.js';

const eight = pulsePins(8);
const four = pulsePins(4);

/** Eight pins that carry whichever channel they are set to, no bus. @source [practice] */
export const receiver8Pins = defineSheet({
  class: 'receiver-8-pins',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, eight pins',
  summary: '8 pins, any channel each, no bus',
  group: 'Control',
  massG: 12,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5–8 V', 'left'), ...eight.ports],
  supplies: [eats('supply', [4, 8.4], 0.3, 0.5)],
  links: [AIR, ...eight.links],
  settings: eight.settings,
  starts: [{ text: 'binds', seconds: 1.8, still: false }],
});

/** Small second receiver for a payload: bus and four pins; stays apart from what flies. @source [practice] */
export const receiverPayload = defineSheet({
  class: 'receiver-payload',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, payload, bus and four pins',
  summary: 'bus · 4 pins · for a payload of its own',
  group: 'Control',
  massG: 6,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5 V', 'left'), outPort('bus', 'bus'), ...four.ports],
  supplies: [eats('supply', [4, 8.4], 0.3, 0.5)],
  links: [AIR, wire('bus', 'sbus', 'talk', 'bus', { scale: 'percent', periodMs: 14, base: 1 }), ...four.links],
  settings: four.settings,
  starts: [{ text: 'binds', seconds: 1.8, still: false }],
});

/** Receiver that plugs into a trainer socket, from which it is fed: a second operator without a lead. @source [practice] PPM */
export const receiverTrainer = defineSheet({
  class: 'receiver-trainer',
  revision: 1,
  role: 'receiver',
  name: 'Receiver for a trainer socket',
  summary: 'second operator by radio · fed by the socket',
  group: 'Control',
  massG: 0,
  cues: bindCues,
  ports: [
    {
      id: 'trainer',
      label: 'trainer plug',
      side: 'right',
      plug: { family: 'trainer jack', pins: 2 },
      pins: [{ ...signal(1, 'PPM', 'out'), levelV: 3.3 }, ground(2)],
    },
  ],
  links: [AIR, wire('ppm', 'ppm', 'talk', 'trainer', { periodMs: 22.5, base: 1 })],
  starts: [{ text: 'binds', seconds: 1.8, still: false }],
});

/** Two bands, bus out, antennas of a long-range link. @source [practice] */
export const receiverLongRange = defineSheet({
  class: 'receiver-long-range',
  revision: 1,
  role: 'receiver',
  name: 'Receiver, long range',
  summary: 'bus · two antennas · 5 V',
  group: 'Control',
  massG: 15,
  cautions: [TWO_ANTENNAS],
  cues: bindCues,
  ports: [supplyPort('supply', '5 V', 'left'), outPort('bus', 'bus'), antennaOut(1), antennaOut(2)],
  supplies: [eats('supply', [4.5, 10], 0.6, 1)],
  links: [
    AIR,
    wire('bus', 'sbus', 'talk', 'bus', { scale: 'micro', periodMs: 9, base: 1 }),
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  starts: [{ text: 'binds', seconds: 2.2, still: false }],
});
