import { defineSheet, eats, ethernetPort, supplyPort, wire } from './define.js';

const INS = [1, 2, 3, 4];

/** Small network switch: four in, one up. */
export const ethernetSwitch = defineSheet({
  class: 'ethernet-switch-5',
  revision: 2,
  role: 'network',
  name: 'Ethernet switch',
  summary: '7–26 V · five ports',
  group: 'Picture',
  massG: 22,
  ports: [
    ...INS.map((n) => ethernetPort(`in${n}`, `port ${n}`, 'left')),
    supplyPort('supply', '7–26 V', 'left', 'wire ends'),
    ethernetPort('up', 'port 5', 'right'),
  ],
  supplies: [eats('supply', [7, 26], 1.2, 1.6)],
  links: [...INS.map((n) => wire(`in${n}`, 'ethernet', 'listen', `in${n}`)), wire('up', 'ethernet', 'talk', 'up')],
  pictures: [{ inputs: INS.map((n) => `in${n}`), output: 'up' }],
  starts: [{ text: 'starts', seconds: 2, still: false }],
});
