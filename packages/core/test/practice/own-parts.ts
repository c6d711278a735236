/** Parts of their own that several practice tests wire. */
import {
  defineSheet,
  eats,
  ethernetPort,
  ground,
  picturePort,
  plus,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';

const base = { revision: 1, summary: 'of their own' };
/** A jack of two contacts: a release, a trigger's socket. */
export const contact = (id: string, way: 'in' | 'out') => ({
  id,
  label: id,
  side: 'right' as const,
  plug: { family: 'two-way 2.5 mm jack', pins: 2 },
  pins: [signal(1, 'tip', way), ground(2, 'sleeve')],
});
/** A plug for a bus of two wires, with volts beside them. */
export const canPort = (id: string) => ({
  id,
  label: id,
  side: 'left' as const,
  plug: { family: 'four-way latch', pins: 4 },
  pins: [plus(1), ground(2), signal(3, 'H', 'both'), signal(4, 'L', 'both')],
});

/** A receiver with a bus and nothing else, which lives of the plug of its bus. */
export const busReceiver = defineSheet({
  ...base,
  class: 'own-bus-receiver',
  role: 'receiver',
  name: 'Bus receiver',
  group: 'Control',
  massG: 4,
  ports: [servoPort('out', 'out', 'right', 'out', 'supply')],
  supplies: [{ ...eats('out', [4.5, 6], 0.3, 0.5), plus: { port: 'out', pin: 2 }, minus: { port: 'out', pin: 3 } }],
  links: [{ id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} }, wire('out', 'sbus', 'talk', 'out')],
});

/** A box that only passes on: a pulse in, a contact out. */
export const clicker = defineSheet({
  ...base,
  class: 'own-clicker',
  role: 'trigger',
  name: 'Clicker',
  group: 'Payload',
  massG: 6,
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('in', 'in', 'left', 'in'), contact('out', 'out')],
  supplies: [eats('volts', [4.5, 8.4], 0.1, 0.2)],
  links: [wire('in', 'pulse', 'listen', 'in'), wire('out', 'contact', 'talk', 'out')],
});
/** A camera that a contact releases. */
export const still = defineSheet({
  ...base,
  class: 'own-still',
  role: 'camera',
  name: 'Still camera',
  group: 'Payload',
  massG: 300,
  inside: { battery: true, minutes: 90 },
  ports: [contact('release', 'in')],
  links: [wire('release', 'contact', 'listen', 'release')],
  functions: [
    {
      id: 'shot',
      label: 'Release',
      what: 'photo',
      takes: 'pulse',
      over: ['release'],
      windows: [{ fromUs: 1700, toUs: 2200, label: 'press' }],
    },
  ],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 6000 },
});

/** Puts an analogue picture on its network. */
export const encoder = defineSheet({
  ...base,
  class: 'own-encoder',
  role: 'network',
  name: 'Picture encoder',
  group: 'Picture',
  massG: 60,
  ports: [
    supplyPort('dc', 'power', 'left'),
    picturePort('in', 'picture', 'left', 'in'),
    ethernetPort('net', 'network', 'right'),
  ],
  supplies: [eats('dc', [9, 26], 3, 5)],
  links: [wire('in', 'composite', 'listen', 'in'), wire('net', 'ethernet', 'both', 'net', { address: '10.7.0.4' })],
  streams: [{ id: 'deck', lens: 'deck', kind: 'rtsp', link: 'net', path: '/deck' }],
});

/** A screen that takes an analogue picture by lead. */
export const leadScreen = defineSheet({
  ...base,
  class: 'own-lead-screen',
  role: 'display',
  name: 'Screen by lead',
  group: 'Picture',
  massG: 30,
  ports: [supplyPort('dc', 'volts', 'left'), picturePort('in', 'in', 'left', 'in')],
  supplies: [eats('dc', [9, 17], 8, 9)],
  links: [wire('in', 'composite', 'listen', 'in')],
});
