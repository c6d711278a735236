import { onScreen } from './asked.js';
import {
  defineSheet,
  eats,
  ethernetPort,
  flick,
  ranged,
  servoPort,
  supplyPort,
  thirds,
  windows,
  wire,
} from './define.js';
import { axisFunction, joint } from './gimbal-parts.js';

const BUS = ['bus'];
const both = (fn: Parameters<typeof onScreen>[0], what: string) => onScreen(fn, ['net'], what, 'first');

/** Network head of a carriage with its zoom lens: iris and filter too; bus beside the network. @source [practice] */
export const headNetwork = defineSheet({
  class: 'head-network',
  revision: 1,
  role: 'gimbal',
  name: 'Remote head, network, zoom lens',
  summary: '24 V · three axis · zoom, focus, iris, filter',
  group: 'Payload',
  massG: 7400,
  sizeMm: [340, 300, 420],
  view: { wideDeg: 58, teleDeg: 3.1, pointsAcross: 1920 },
  cautions: ['Strong motors: hands off and nobody in the arc while it finds level.'],
  prep: [{ id: 'balance', text: 'Balanced axis by axis with lens, cards and cables on, cap off' }],
  ports: [
    supplyPort('supply', '24 V', 'left', 'twist-lock round'),
    servoPort('bus', 'bus', 'left', 'in'),
    ethernetPort('net', 'network', 'right', 'Ethernet 8-way'),
  ],
  supplies: [{ ...eats('supply', [20, 28], 45, 130), inrush: { capacitanceUf: 2200, softStartMs: 20 } }],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 }),
    wire('net', 'ethernet', 'talk', 'net', { address: '192.168.10.40' }),
  ],
  streams: [
    {
      id: 'main',
      lens: 'zoom lens',
      kind: 'rtsp',
      link: 'net',
      path: '/main',
      standard: '1920 × 1080, 50',
      latencyMs: 160,
    },
  ],
  functions: [
    both(axisFunction('tilt', 'Tilt', 'rate', BUS, -70, 70, false), 'joystick, up and down'),
    both(axisFunction('pan', 'Pan', 'rate', BUS, -120, 120, false), 'joystick, left and right'),
    both(axisFunction('roll-trim', 'Roll trim', 'position', BUS, -30, 30, false), 'roll wheel'),
    both(ranged('zoom', 'Zoom', 'zoom', 'rate', BUS, -100, 100, '%'), 'zoom ring'),
    both(ranged('focus', 'Focus', 'focus', 'position', BUS, 0, 100, '%'), 'focus ring'),
    both(ranged('iris', 'Iris', 'iris', 'position', BUS, 0, 100, '%'), 'iris ring'),
    both(windows('filter', 'Filter', 'filter', BUS, thirds('clear', 'half', 'dark')), 'filter wheel'),
    both(flick('record', 'Record', 'record', BUS, 'red frame in its picture'), 'record key'),
  ],
  joints: [
    { ...joint('pan', -720, 720, 150), carries: 'roll', axis: [0, 0, 1] },
    { ...joint('roll', -40, 40), carries: 'tilt', axis: [1, 0, 0] },
    { ...joint('tilt', -110, 110), carries: 'payload', axis: [0, 1, 0] },
  ],
  starts: [{ text: 'finds level, lens runs through', seconds: 16, still: true }],
});
