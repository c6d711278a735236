import { defineSheet, gives, regulatorIn, supplyPort } from './define.js';

/** Small step-down for one strict load. */
export const regulator5vSmall = defineSheet({
  class: 'regulator-5v-small',
  revision: 2,
  role: 'regulator',
  name: 'Regulator 5 V, small',
  summary: '1.5 A buck',
  group: 'Power',
  massG: 6,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [6.5, 28])],
  sources: [gives('buck', 'out', 5.05, 1.5, { efficiency: 0.87, quiescentA: 0.008, outOhm: 0.02 })],
  starts: [{ text: 'settles', seconds: 0.2, still: false }],
});
