import { defineSheet, gives, regulatorIn, supplyPort } from './define.js';

/** Quiet linear 8 V for a camera that shows supply noise in its picture. */
export const linear8v = defineSheet({
  class: 'linear-8v',
  revision: 2,
  role: 'regulator',
  name: 'Linear 8 V',
  summary: '0.6 A, quiet, runs warm',
  group: 'Power',
  massG: 5,
  cautions: ['Gets hot: the difference between in and out turns into heat.'],
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [9.5, 26])],
  sources: [gives('linear', 'out', 8, 0.6, { dropoutV: 1.3, efficiency: 1, quiescentA: 0.006 })],
});
