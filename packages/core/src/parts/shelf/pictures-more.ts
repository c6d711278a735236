import {
  at,
  antennaPort,
  defineSheet,
  eats,
  ground,
  hdmiPort,
  picturePort,
  plus,
  servoPort,
  signal,
  supplyPort,
  halves,
  windows,
  wire,
  thirds,
} from './define.js';

const two = [1, 2];

/** Two inputs on one pulse, by halves; input plugs of the other order than most. @source [practice] look-alike plugs */
export const pictureSwitcherTwo = defineSheet({
  class: 'picture-switcher-2',
  revision: 1,
  role: 'switcher',
  name: 'Switcher, two inputs',
  summary: 'two inputs · plus first on its plugs',
  group: 'Picture',
  massG: 6,
  ports: [
    ...two.map((n) => ({
      id: `in${n}`,
      label: String(n),
      side: 'left' as const,
      plug: { family: 'three-way picture 1.25 mm', pins: 3 },
      pins: [plus(1), ground(2), signal(3, 'V', 'in')],
    })),
    servoPort('select', 'select', 'left', 'in'),
    supplyPort('supply', '5 V', 'left'),
    picturePort('out', 'out', 'right', 'out'),
  ],
  ties: [[at('supply', 1), ...two.map((n) => at(`in${n}`, 1))]],
  supplies: [eats('supply', [4.5, 5.5], 0.25, 0.35)],
  links: [
    ...two.map((n) => wire(`in${n}`, 'composite', 'listen', `in${n}`, {}, { pin: 3 })),
    wire('select', 'pulse', 'listen', 'select'),
    wire('out', 'composite', 'talk', 'out'),
  ],
  functions: [windows('picture', 'Picture', 'picture', ['select'], halves('input 1', 'input 2'))],
  pictures: [{ inputs: two.map((n) => `in${n}`), output: 'out', chosenBy: 'picture' }],
  starts: [{ text: 'starts', seconds: 0.8, still: false }],
});

/** HDMI chooser on one pulse. @source [practice] switching takes a blink */
export const hdmiSwitcher = defineSheet({
  class: 'hdmi-switcher-3',
  revision: 1,
  role: 'switcher',
  name: 'HDMI switcher, three inputs',
  summary: '5 V · three HDMI in, one out',
  group: 'Picture',
  massG: 38,
  ports: [
    ...[1, 2, 3].map((n) => hdmiPort(`in${n}`, `HDMI ${n}`, 'left', 'in', 'micro')),
    servoPort('select', 'select', 'left', 'in'),
    supplyPort('supply', '5 V', 'left'),
    hdmiPort('out', 'HDMI out', 'right', 'out', 'mini'),
  ],
  supplies: [eats('supply', [4.75, 5.5], 2, 2.8)],
  links: [
    ...[1, 2, 3].map((n) => wire(`in${n}`, 'hdmi', 'listen', `in${n}`)),
    wire('select', 'pulse', 'listen', 'select'),
    wire('out', 'hdmi', 'talk', 'out'),
  ],
  functions: [windows('picture', 'Picture', 'picture', ['select'], thirds('input 1', 'input 2', 'input 3'))],
  pictures: [{ inputs: ['in1', 'in2', 'in3'], output: 'out', chosenBy: 'picture' }],
  starts: [{ text: 'starts', seconds: 2, still: false }],
});

/** Flying camera without a menu lead: its own joystick board is the only way. @source [practice] */
export const fpvCameraPlain = defineSheet({
  class: 'fpv-camera-plain',
  revision: 1,
  role: 'camera',
  name: 'Flying camera, no menu lead',
  summary: '5–22 V · menu by its own joystick board',
  group: 'Payload',
  massG: 8,
  view: { wideDeg: 125, teleDeg: 125, pointsAcross: 720 },
  ports: [supplyPort('supply', '5–22 V', 'left', 'latching 1.25 mm'), picturePort('video', 'video', 'right', 'out')],
  supplies: [eats('supply', [4.5, 22], 0.6, 0.8)],
  links: [wire('video', 'composite', 'talk', 'video', { standard: '625/50' })],
  functions: [
    {
      id: 'menu',
      label: 'Camera menu',
      what: 'menu',
      takes: 'windows',
      askedBy: [{ by: 'device', what: 'joystick board plugged in at the bench' }],
      windows: halves('closed', 'open'),
    },
  ],
  starts: [{ text: 'starts', seconds: 1.2, still: false }],
});

/** Digital picture transmitter of the next class up: HDMI and supply, two antennas. @source [practice] */
export const hdmiAirUnitTwo = defineSheet({
  class: 'hdmi-air-unit-long',
  revision: 1,
  role: 'video-transmitter',
  name: 'HDMI air unit, long range',
  summary: '10–26 V · HDMI in · two antennas',
  group: 'Picture',
  massG: 96,
  sizeMm: [80, 50, 22],
  cautions: ['Never powered without its antennas.', 'Band and power by local radio rules.'],
  ports: [
    hdmiPort('hdmi', 'HDMI', 'left', 'in', 'full'),
    supplyPort('supply', '10–26 V', 'left', 'wire ends'),
    antennaPort('antenna1', 'antenna 1', 'out', 'coax screw'),
    antennaPort('antenna2', 'antenna 2', 'out', 'coax screw'),
  ],
  supplies: [{ ...eats('supply', [10, 26], 11, 16), inrush: { capacitanceUf: 470, softStartMs: 3 } }],
  links: [
    wire('hdmi', 'hdmi', 'listen', 'hdmi'),
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  starts: [{ text: 'finds the ground unit', seconds: 14, still: false }],
});

/** Video transmitter whose channel and power are set by its own button. @source [practice] */
export const videoTransmitterPlain = defineSheet({
  class: 'video-transmitter-plain',
  revision: 1,
  role: 'video-transmitter',
  name: 'Video transmitter, own button',
  summary: '7–26 V · channel and power by its button',
  group: 'Picture',
  massG: 16,
  sizeMm: [34, 24, 8],
  cautions: [
    'Never powered without its antenna.',
    'Band, channel and power by local radio rules; ask the authority or a licensed person.',
  ],
  cues: [{ when: 'button pressed', shows: 'lamps count band, channel and power' }],
  ports: [
    picturePort('video', 'video', 'left', 'in'),
    supplyPort('supply', '7–26 V', 'left', 'wire ends'),
    antennaPort('antenna', 'antenna', 'out', 'coax screw'),
  ],
  supplies: [{ ...eats('supply', [7, 26], 4, 5.5), inrush: { capacitanceUf: 220, softStartMs: 1 } }],
  links: [wire('video', 'composite', 'listen', 'video'), wire('antenna', 'antenna', 'talk', 'antenna')],
  starts: [{ text: 'sends', seconds: 1.2, still: false }],
});
