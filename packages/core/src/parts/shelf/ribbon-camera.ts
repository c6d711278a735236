import { defineSheet, eats, signal, supplyPort, wire } from './define.js';
import { ground } from './define.js';

/** Camera head on a ribbon, as digital links take it. */
export const ribbonCamera = defineSheet({
  class: 'ribbon-camera',
  revision: 1,
  role: 'camera',
  name: 'Ribbon camera head',
  summary: '5 V · ribbon out',
  group: 'Payload',
  massG: 8,
  cautions: ['The ribbon tears when it is pulled: no moving joint across it.'],
  ports: [
    supplyPort('supply', '5 V', 'left', 'latching 1.0 mm'),
    {
      id: 'ribbon',
      label: 'ribbon',
      side: 'right',
      plug: { family: 'ribbon 22-way', pins: 2 },
      pins: [signal(1, 'lanes', 'out'), ground(2)],
    },
  ],
  supplies: [eats('supply', [4.6, 5.4], 1.4, 1.9)],
  links: [wire('ribbon', 'ribbon', 'talk', 'ribbon')],
  starts: [{ text: 'starts', seconds: 3, still: false }],
});
