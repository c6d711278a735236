import { at, defineSheet, eats, flightFunctions, ground, picturePort, plus, signal, usbPort, wire } from './define.js';
import { boardSupply, padBank, serialBank } from './board-parts.js';

const serial = serialBank(3, { names: ['serial 1', 'serial 2', 'serial 3'] });
const pads = padBank(4, 3, { 2: ['LED strip'] });

/** Older board of the middle class: hears its receiver on one wire, writes into the picture. @source [practice] */
export const flightControllerPpm = defineSheet({
  class: 'flight-controller-ppm',
  revision: 1,
  role: 'controller',
  name: 'Flight controller, PPM in and display',
  summary: 'one-wire receiver · 3 serial · display',
  group: 'Control',
  massG: 12,
  sizeMm: [36, 36, 10],
  board: 'middle',
  cautions: ['Props off until every step is proven.'],
  needs: ['Configure on USB power, run on the pack: the two supplies are not the same thing.'],
  ports: [
    boardSupply(),
    usbPort('usb', 'USB', 'left', 'supply'),
    {
      id: 'ppm',
      label: 'receiver, PPM',
      side: 'left',
      plug: { family: 'three-way 2.54 mm', pins: 3 },
      pins: [{ ...signal(1, 'S', 'in'), toleratesV: 5 }, plus(2, '5 V'), ground(3)],
    },
    ...serial.ports,
    picturePort('videoIn', 'video in', 'left', 'in'),
    picturePort('videoOut', 'video out', 'right', 'out'),
    ...pads.ports,
  ],
  ties: [[at('supply', 1), at('usb', 1), at('ppm', 2), ...serial.plusPins]],
  supplies: [eats('supply', [4.5, 5.5], 1.2, 1.7)],
  links: [
    wire('usb', 'usb', 'listen', 'usb', {}, { pin: 2 }),
    wire('ppm', 'ppm', 'listen', 'ppm', { base: 1 }),
    ...serial.links,
    ...pads.links,
    wire('videoIn', 'composite', 'listen', 'videoIn'),
    wire('videoOut', 'composite', 'talk', 'videoOut'),
  ],
  functions: flightFunctions(['ppm', 'serial1', 'serial2']),
  resources: [...serial.resources, ...pads.resources],
  pictures: [{ inputs: ['videoIn'], output: 'videoOut' }],
  starts: [{ text: 'starts', seconds: 4, still: true }],
});
