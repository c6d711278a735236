import { at, defineSheet, supplyPort } from './define.js';

const OUTS = [1, 2, 3, 4];

/** One lead in, four out: plus to plus, ground to ground. */
export const spliceFour = defineSheet({
  class: 'splice-four',
  revision: 1,
  role: 'splice',
  name: 'Splice, four ways',
  summary: 'one lead in, four out',
  group: 'Leads and tools',
  massG: 4,
  ports: [
    supplyPort('in', 'in', 'left', 'wire ends'),
    ...OUTS.map((n) => supplyPort(`out${n}`, `out ${n}`, 'right', 'wire ends')),
  ],
  ties: [[at('in', 1), ...OUTS.map((n) => at(`out${n}`, 1))]],
});
