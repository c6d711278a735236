import { packSheet, supplyPort } from './define.js';

/** Fourteen-cell tool pack as carriages use, about 54 V. Two in pair must agree within 1 V, @source [practice]. */
export const pack14sTool = packSheet(14, 5000, 1750, 0.2, 40, {
  class: 'pack-14s-tool',
  name: 'Tool pack 14S',
  chemistry: 'lithium-ion',
  ports: [supplyPort('out', 'out', 'right', 'tool pack shoe')],
});
