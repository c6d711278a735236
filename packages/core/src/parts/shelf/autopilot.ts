import { at, defineSheet, eats, flightFunctions, ground, plus, servoPort, signal, usbPort, wire } from './define.js';
import { auxBank, boardSupply, canPort, serialBank } from './board-parts.js';

const serial = serialBank(4, { names: ['telemetry 1', 'telemetry 2', 'position', 'spare serial'] });
const aux = auxBank(6);

/** Autopilot with two telemetry ports and auxiliary outputs. */
export const autopilot = defineSheet({
  class: 'autopilot',
  revision: 1,
  role: 'controller',
  name: 'Autopilot',
  summary: '2 telemetry · 6 auxiliary outputs',
  group: 'Control',
  massG: 73,
  sizeMm: [84, 50, 24],
  board: 'large',
  cautions: ['Props off until every step is proven.'],
  ports: [
    boardSupply(),
    usbPort('usb', 'USB', 'left', 'supply'),
    servoPort('bus', 'bus in', 'left', 'in'),
    {
      id: 'ppm',
      label: 'PPM in',
      side: 'left',
      plug: { family: 'three-way 2.54 mm', pins: 3 },
      pins: [signal(1, 'S', 'in'), plus(2, '5 V'), ground(3)],
    },
    canPort('can', 'CAN'),
    ...serial.ports,
    ...aux.ports,
  ],
  ties: [[at('supply', 1), at('usb', 1), at('ppm', 2), at('can', 1), ...serial.plusPins]],
  supplies: [eats('supply', [4.9, 5.5], 1.6, 2.4)],
  links: [
    wire('usb', 'usb', 'listen', 'usb', {}, { pin: 2 }),
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 }),
    wire('ppm', 'ppm', 'listen', 'ppm', { base: 1 }),
    wire('can', 'can', 'both', 'can', {}, { pin: 2 }),
    ...serial.links,
    ...aux.links,
  ],
  functions: flightFunctions(['bus', 'ppm', 'serial1', 'serial2', 'serial4']),
  resources: serial.resources,
  cues: [{ when: 'ready', shows: 'light green, slow' }],
  starts: [{ text: 'starts, sensors settle', seconds: 11, still: true }],
});
