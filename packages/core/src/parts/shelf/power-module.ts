import { defineSheet, gives, regulatorIn, supplyPort } from './define.js';

/** Power module between pack and craft: steady supply for an autopilot. */
export const powerModule = defineSheet({
  class: 'power-module',
  revision: 1,
  role: 'regulator',
  name: 'Power module',
  summary: '5.2 V 2 A for an autopilot',
  group: 'Power',
  massG: 24,
  ports: [supplyPort('in', 'pack', 'left', 'spark-safe 5 mm'), supplyPort('out', '5.2 V', 'right', 'latching 2.0 mm')],
  supplies: [regulatorIn('in', [7, 28])],
  sources: [gives('buck', 'out', 5.2, 2)],
  starts: [{ text: 'settles', seconds: 0.2, still: false }],
});
