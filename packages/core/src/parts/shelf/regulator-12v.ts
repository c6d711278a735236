import { at, defineSheet, supplyPort } from './define.js';

/** Steps a pack down to a steady 12 V. Efficiency and drop-out of a usual small buck, @source [practice]. */
export const regulator12v = defineSheet({
  class: 'regulator-12v',
  revision: 2,
  role: 'regulator',
  name: 'Regulator 12 V',
  summary: '3 A buck',
  group: 'Power',
  massG: 34,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [
    {
      id: 'in',
      plus: at('in', 1),
      minus: at('in', 2),
      volts: [7, 26],
      draw: { kind: 'regulator', typical: 0, peak: 0 },
    },
  ],
  sources: [
    {
      id: 'out',
      kind: 'buck',
      plus: at('out', 1),
      minus: at('out', 2),
      maxA: 3,
      outOhm: 0.01,
      regulator: { volts: 12, dropoutV: 0.9, efficiency: 0.93, quiescentA: 0.012, fedBy: 'in' },
    },
  ],
  starts: [{ text: 'settles', seconds: 0.2, still: false }],
});
