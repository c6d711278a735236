import { defineSheet, gives, regulatorIn, supplyPort } from './define.js';

/** Holds 12 V whether the pack is above or below it. */
export const buckBoost12v = defineSheet({
  class: 'buck-boost-12v',
  revision: 2,
  role: 'regulator',
  name: 'Buck-boost 12 V',
  summary: '12 V 3 A from 6–28 V',
  group: 'Power',
  massG: 31,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [6, 28])],
  sources: [gives('buck-boost', 'out', 12, 3, { dropoutV: 0, efficiency: 0.88, quiescentA: 0.025 })],
  starts: [{ text: 'settles', seconds: 0.3, still: false }],
});
