import { onScreen } from './asked.js';
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
  type FunctionDraft,
} from './define.js';

const BUS = ['bus'];
const both = (fn: FunctionDraft, what: string) => onScreen(fn, ['net'], what, 'after');

/** Thermal and visible on the network with a ranging laser; steered over the bus. @source [practice] laser from 5 m to about 1 km */
export const thermalNetwork = defineSheet({
  class: 'thermal-network',
  revision: 3,
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
  streams: [
    { id: 'visible', lens: 'visible', kind: 'rtsp', link: 'net', path: '/visible', latencyMs: 220 },
    { id: 'thermal', lens: 'thermal', kind: 'rtsp', link: 'net', path: '/thermal', latencyMs: 220 },
  ],
  functions: [
    both(windows('picture', 'Lens shown', 'picture', BUS, thirds('visible', 'both', 'thermal')), 'lens chooser'),
    both(windows('palette', 'Palette', 'palette', BUS, thirds('white hot', 'black hot', 'rust')), 'palette list'),
    both(
      { ...windows('ranging', 'Ranging laser', 'ranging', BUS, halves('off', 'on')), takes: 'latch' },
      'laser button',
    ),
    both(ranged('zoom', 'Zoom', 'zoom', 'position', BUS, 1, 30, '×', { slewPerS: 6 }), 'zoom slider'),
  ],
  starts: [{ text: 'starts, stream stands', seconds: 32, still: false }],
});
