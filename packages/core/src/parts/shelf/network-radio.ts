import { antennaPort, defineSheet, eats, ethernetPort, supplyPort, wire } from './define.js';

/** Radio that carries a network: the picture link of a carriage. */
export const networkRadio = defineSheet({
  class: 'network-radio',
  revision: 1,
  role: 'network',
  name: 'Network radio',
  summary: '12–26 V · Ethernet over the air',
  group: 'Picture',
  massG: 130,
  sizeMm: [90, 60, 24],
  cautions: ['Antenna clear of the head.', 'Band and power by local radio rules; never powered without its antenna.'],
  ports: [
    ethernetPort('net', 'network', 'left', 'Ethernet 8-way'),
    supplyPort('supply', '12–26 V', 'left', 'barrel 5.5 mm'),
    antennaPort('antenna', 'antenna', 'out', 'coax screw'),
  ],
  supplies: [{ ...eats('supply', [11, 26], 6, 9), inrush: { capacitanceUf: 470, softStartMs: 5 } }],
  links: [
    wire('net', 'ethernet', 'listen', 'net', { address: '192.168.10.2' }),
    wire('antenna', 'antenna', 'talk', 'antenna'),
  ],
  starts: [{ text: 'finds the ground radio', seconds: 20, still: false }],
});
