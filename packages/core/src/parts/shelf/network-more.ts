import { supplyNetPort } from './combined.js';
import { antennaPort, defineSheet, eats, ethernetPort, gives, regulatorIn, supplyPort, wire, at } from './define.js';

const RADIO = 'Never powered without its antenna; band and power by local radio rules.';

/** Ground end of a network over the air; consoles and tablets hang on it. @source [practice] */
export const networkRadioGround = defineSheet({
  class: 'network-radio-ground',
  revision: 1,
  role: 'network',
  name: 'Network radio, ground',
  summary: 'own battery · Ethernet over the air',
  group: 'Picture',
  massG: 0,
  cautions: [RADIO, 'Antenna clear of the head.'],
  inside: { battery: true, minutes: 300 },
  ports: [
    ethernetPort('net', 'network', 'left', 'Ethernet 8-way'),
    ethernetPort('net2', 'network 2', 'left', 'Ethernet 8-way'),
    antennaPort('antenna', 'antenna', 'out', 'coax screw'),
  ],
  links: [
    wire('net', 'ethernet', 'listen', 'net', { address: '192.168.10.3' }),
    wire('net2', 'ethernet', 'listen', 'net2'),
    // tablets join it without a lead
    { id: 'wireless', kind: 'ethernet', way: 'listen', pins: {}, params: {} },
    wire('antenna', 'antenna', 'talk', 'antenna'),
  ],
  cues: [{ when: 'the other end answers', shows: 'two lamps steady' }],
  starts: [{ text: 'finds the other radio', seconds: 20, still: false }],
});

/** Data radio fed over its network lead: one plug for both. @source [practice] */
export const dataRadioFed = defineSheet({
  class: 'data-radio-fed',
  revision: 1,
  role: 'network',
  name: 'Data radio, fed over its network lead',
  summary: '18–28 V and network in one plug',
  group: 'Picture',
  massG: 165,
  sizeMm: [110, 64, 28],
  cautions: [RADIO],
  ports: [supplyNetPort('main', 'network · supply', 'left'), antennaPort('antenna', 'antenna', 'out', 'coax screw')],
  supplies: [{ ...eats('main', [18, 28], 7, 10), inrush: { capacitanceUf: 220, softStartMs: 5 } }],
  links: [
    wire('net', 'ethernet', 'listen', 'main', { address: '192.168.10.4' }, { pin: 3 }),
    wire('antenna', 'antenna', 'talk', 'antenna'),
  ],
  starts: [{ text: 'finds the ground radio', seconds: 24, still: false }],
});

/** Puts a supply onto a network lead. @source [practice] */
export const networkFeeder = defineSheet({
  class: 'network-feeder',
  revision: 1,
  role: 'network',
  name: 'Network feeder',
  summary: '24 V onto a network lead',
  group: 'Picture',
  massG: 48,
  ports: [
    supplyPort('supply', '26–60 V', 'left', 'power blade 10 mm'),
    ethernetPort('in', 'network in', 'left', 'Ethernet 8-way'),
    supplyNetPort('out', 'network · supply', 'right'),
  ],
  supplies: [regulatorIn('supply', [26, 60])],
  sources: [{ ...gives('buck', 'out', 24, 1.5), plus: at('out', 1), minus: at('out', 2) }],
  links: [wire('in', 'ethernet', 'listen', 'in'), wire('out', 'ethernet', 'talk', 'out', {}, { pin: 3 })],
  pictures: [{ inputs: ['in'], output: 'out' }],
  starts: [{ text: 'lamp on', seconds: 1, still: false }],
});

/** Small fixed network camera of a craft or a head. @source [practice] */
export const networkCameraSmall = defineSheet({
  class: 'network-camera-small',
  revision: 1,
  role: 'camera',
  name: 'Network camera, small',
  summary: '9–26 V · fixed lens · network picture',
  group: 'Payload',
  massG: 62,
  view: { wideDeg: 92, teleDeg: 92, pointsAcross: 1920 },
  ports: [supplyPort('supply', '9–26 V', 'left', 'wire ends'), ethernetPort('net', 'network', 'right')],
  supplies: [eats('supply', [9, 26], 2.5, 4)],
  links: [wire('net', 'ethernet', 'talk', 'net', { address: '192.168.10.30' })],
  streams: [
    {
      id: 'main',
      lens: 'fixed',
      kind: 'rtsp',
      link: 'net',
      path: '/main',
      standard: '1920 × 1080, 30',
      latencyMs: 180,
    },
  ],
  prep: [{ id: 'turn', text: 'Picture turned round in its own page where it hangs upside down' }],
  starts: [{ text: 'stream stands', seconds: 20, still: false }],
});
