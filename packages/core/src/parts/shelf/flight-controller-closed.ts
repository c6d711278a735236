import { defineSheet, eats, flightFunctions, servoPort, wire } from './define.js';
import { auxBank, boardSupply, canPort } from './board-parts.js';

const outs = auxBank(4);

/** Closed controller: each port has one function and no settings. */
export const flightControllerClosed = defineSheet({
  class: 'flight-controller-closed',
  revision: 1,
  role: 'controller',
  name: 'Flight controller, closed',
  summary: 'function ports F1–F4',
  group: 'Control',
  massG: 118,
  sizeMm: [70, 46, 26],
  cautions: ['Props off until every step is proven.'],
  ports: [
    boardSupply('supply', 'two-way 2.0 mm'),
    servoPort('bus', 'bus in', 'left', 'in'),
    canPort('can', 'CAN'),
    ...outs.ports.map((port, i) => ({ ...port, label: `F${i + 1}` })),
  ],
  supplies: [eats('supply', [4.8, 5.6], 2.2, 3)],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1, auxFrom: 5 }),
    wire('can', 'can', 'both', 'can', {}, { pin: 2 }),
    ...outs.links,
  ],
  functions: flightFunctions(['bus']),
  starts: [{ text: 'starts, sensors settle', seconds: 9, still: true }],
});
