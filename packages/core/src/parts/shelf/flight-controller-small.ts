import { at, defineSheet, eats, flightFunctions, picturePort, usbPort, wire } from './define.js';
import { boardSupply, padBank, serialBank } from './board-parts.js';

const serial = serialBank(3, { inverters: [1], receiveOnly: [3], shared: { 2: ['compass bus'] } });
const pads = padBank(8, 6, { 5: ['LED strip', 'lap beacon'] });

/** Small board: three serial ports, one with an inverter, one that only listens. */
export const flightControllerSmall = defineSheet({
  class: 'flight-controller-3',
  revision: 1,
  role: 'controller',
  name: 'Flight controller, small board',
  summary: '3 serial · 8 pads · display',
  group: 'Control',
  massG: 9,
  sizeMm: [36, 36, 9],
  board: 'small',
  cautions: ['Props off until every step is proven.'],
  needs: ['Configure on USB power, run on the pack: the two supplies are not the same thing.'],
  ports: [
    boardSupply(),
    usbPort('usb', 'USB', 'left', 'supply'),
    ...serial.ports,
    picturePort('videoIn', 'video in', 'left', 'in'),
    picturePort('videoOut', 'video out', 'right', 'out'),
    ...pads.ports,
  ],
  ties: [[at('supply', 1), at('usb', 1), ...serial.plusPins]],
  supplies: [eats('supply', [4.5, 5.5], 1.1, 1.6)],
  links: [
    wire('usb', 'usb', 'listen', 'usb', {}, { pin: 2 }),
    ...serial.links,
    ...pads.links,
    wire('videoIn', 'composite', 'listen', 'videoIn'),
    wire('videoOut', 'composite', 'talk', 'videoOut'),
  ],
  functions: flightFunctions(['serial1-bus', 'serial1', 'serial2']),
  resources: [...serial.resources, ...pads.resources],
  pictures: [{ inputs: ['videoIn'], output: 'videoOut' }],
  starts: [{ text: 'starts', seconds: 3.5, still: false }],
});
