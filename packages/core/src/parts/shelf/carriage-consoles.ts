import type { Control, Sheet } from '../sheet.js';
import { defineSheet, ethernetPort, wire } from './define.js';
import { toggle } from './transmitter-faces.js';

const KILL = 'Kill switch within reach at all times; nobody under the line.';
const HOLD = [{ when: 'one press', shows: 'charge; press and hold starts it' }];
const knob = (id: string, label: string, x: number): Control => ({ id, label, kind: 'knob', x, y: 0.27 });
const key = (id: string, label: string, x: number): Control => ({ id, label, kind: 'button', x, y: 0.12 });
const STICK: Control[] = [
  { id: 'joy-x', label: 'joystick ↔', kind: 'stick', x: 0.26, y: 0.55 },
  { id: 'joy-y', label: 'joystick ↕', kind: 'stick', x: 0.26, y: 0.55 },
];

/** Line console: two pedals, end-stop keys, three knobs, standby and kill. @source [practice] */
export const consoleLine: Sheet = defineSheet({
  class: 'console-line',
  revision: 2,
  role: 'transmitter',
  name: 'Line console, two pedals',
  summary: '16 channels · end-stop keys · standby · kill',
  group: 'Control',
  massG: 0,
  cautions: [KILL],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 11, base: 1 } }],
  controls: [
    ...STICK,
    { id: 'drive-pedal', label: 'drive pedal', kind: 'slider', sprung: true, felt: true, x: 0.7, y: 0.6 },
    { id: 'brake-pedal', label: 'brake pedal', kind: 'slider', x: 1, y: 0.5 },
    knob('speed-knob', 'speed knob', 0.42),
    knob('ease-knob', 'ease knob', 0.52),
    knob('roll-knob', 'roll knob', 0.62),
    key('end-a', 'end stop A key', 0.1),
    key('end-b', 'end stop B key', 0.22),
    toggle('S', 'switch2', 0.74),
    toggle('K', 'switch2', 0.9),
    toggle('M', 'switch3', 0.34),
  ],
  cues: HOLD,
  starts: [{ text: 'ready', seconds: 4, still: false }],
});

const HEAD: Control[] = [
  ...STICK,
  knob('zoom-ring', 'zoom ring', 0.5),
  knob('focus-ring', 'focus ring', 0.6),
  knob('iris-ring', 'iris ring', 0.7),
  toggle('R', 'button', 0.8),
  toggle('F', 'switch3', 0.9),
];

/** Head console over its own radio: joystick, lens rings, record. @source [practice] */
export const consoleHeadRadio: Sheet = defineSheet({
  class: 'console-head-radio',
  revision: 1,
  role: 'transmitter',
  name: 'Head console, radio',
  summary: '12 channels · joystick and lens rings',
  group: 'Control',
  massG: 0,
  cautions: [KILL],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 11, base: 1, channels: 12 } }],
  controls: HEAD,
  cues: HOLD,
  starts: [{ text: 'ready', seconds: 4, still: false }],
});

/** Head console on the network: everything it asks goes through its own page. @source [practice] */
export const consoleHeadNetwork: Sheet = defineSheet({
  class: 'console-head-network',
  revision: 1,
  role: 'display',
  name: 'Head console, network',
  summary: 'steers a head over the network · screen built in',
  group: 'Control',
  massG: 0,
  cautions: [KILL],
  ports: [ethernetPort('net', 'network', 'right', 'Ethernet 8-way')],
  inside: { battery: true, minutes: 180 },
  links: [wire('net', 'ethernet', 'both', 'net', { address: '192.168.10.12' })],
  apps: [
    {
      id: 'head',
      name: 'head page',
      shows: [{ kind: 'rtsp', toldBy: 'the address of the head, then the stream path of its lens' }],
      steers: ['tilt', 'pan', 'roll-trim', 'zoom', 'focus', 'iris', 'filter', 'record', 'recentre'],
    },
  ],
  cues: HOLD,
  starts: [{ text: 'page opened, head chosen', seconds: 15, still: false }],
});
