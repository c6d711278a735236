import { at, defineSheet, supplyPort } from './define.js';

/** Steps a pack down to 5 V for strict loads; set a touch high for the wire. Efficiency and drop-out of a usual small buck, @source [practice]. */
export const regulator5v = defineSheet({
  class: 'regulator-5v',
  revision: 2,
  role: 'regulator',
  name: 'Regulator 5 V',
  summary: '5 A buck',
  group: 'Power',
  massG: 22,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [
    {
      id: 'in',
      plus: at('in', 1),
      minus: at('in', 2),
      volts: [6.5, 26],
      draw: { kind: 'regulator', typical: 0, peak: 0 },
    },
  ],
  sources: [
    {
      id: 'out',
      kind: 'buck',
      plus: at('out', 1),
      minus: at('out', 2),
      maxA: 5,
      outOhm: 0.01,
      regulator: { volts: 5.05, dropoutV: 1, efficiency: 0.9, quiescentA: 0.015, fedBy: 'in' },
    },
  ],
  starts: [{ text: 'settles', seconds: 0.2, still: false }],
});
