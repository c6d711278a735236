import { defineSheet, gives, regulatorIn, supplyPort } from './define.js';

/** Quiet linear 5 V: the difference turns into heat, so little current only. */
export const linear5v = defineSheet({
  class: 'linear-5v',
  revision: 2,
  role: 'regulator',
  name: 'Linear 5 V',
  summary: '0.8 A, quiet, runs warm',
  group: 'Power',
  massG: 5,
  cautions: ['Gets hot: the difference between in and out turns into heat.'],
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [6.5, 18])],
  sources: [gives('linear', 'out', 5, 0.8, { dropoutV: 1.3, efficiency: 1, quiescentA: 0.006 })],
});
