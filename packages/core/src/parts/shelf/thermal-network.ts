import {
  defineSheet,
  eats,
  ethernetPort,
  halves,
  ranged,
  servoPort,
  supplyPort,
  thirds,
  windows,
  wire,
} from './define.js';

/** Thermal and visible on the network with a ranging laser; steered over the bus. @source [practice] laser from 5 m to about 1 km */
export const thermalNetwork = defineSheet({
  class: 'thermal-network',
  revision: 2,
  role: 'camera',
  name: 'Thermal and visible, network',
  summary: '12–26 V · network picture · ranging laser',
  group: 'Payload',
  massG: 480,
  view: { wideDeg: 42, teleDeg: 42, pointsAcross: 640 },
  cautions: ['Ranging laser: read its class; never towards people or craft.'],
  ports: [
    supplyPort('supply', '12–26 V', 'left', 'wire ends'),
    servoPort('bus', 'bus', 'left', 'in'),
    ethernetPort('net', 'network', 'right'),
  ],
  supplies: [eats('supply', [11, 26], 9, 14)],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 }),
    wire('net', 'ethernet', 'talk', 'net', { address: '192.168.10.64' }),
  ],
  functions: [
    windows('picture', 'Lens shown', 'picture', ['bus'], thirds('visible', 'both', 'thermal')),
    windows('palette', 'Palette', 'palette', ['bus'], thirds('white hot', 'black hot', 'rust')),
    { ...windows('ranging', 'Ranging laser', 'ranging', ['bus'], halves('off', 'on')), takes: 'latch' },
    ranged('zoom', 'Zoom', 'zoom', 'position', ['bus'], 1, 30, '×', { slewPerS: 6 }),
  ],
  starts: [{ text: 'starts, stream stands', seconds: 32, still: false }],
});
