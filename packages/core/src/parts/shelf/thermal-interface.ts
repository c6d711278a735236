import {
  busOrPulse,
  defineSheet,
  eats,
  flick,
  picturePort,
  ranged,
  servoPort,
  supplyPort,
  thirds,
  whenSet,
  windows,
  wire,
} from './define.js';

const PULSES = ['palette', 'zoom', 'record', 'calibrate', 'gain'] as const;

/** Thermal camera behind its interface: five pulses or sixteen slots, 6–26 V. @source [practice] */
export const thermalInterface = defineSheet({
  class: 'thermal-interface',
  revision: 3,
  role: 'camera',
  name: 'Thermal camera with interface',
  summary: '6–26 V · 5 pulses or 16 slots',
  group: 'Payload',
  massG: 142,
  view: { wideDeg: 25, teleDeg: 25, pointsAcross: 640 },
  ports: [
    supplyPort('supply', '6–26 V', 'left', 'wire ends'),
    servoPort('bus', 'bus', 'left', 'in'),
    ...PULSES.map((id) => servoPort(id, id, 'left', 'in')),
    picturePort('video', 'video', 'right', 'out'),
  ],
  supplies: [eats('supply', [6, 26], 2.8, 4.2)],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 }, whenSet('control', 'bus')),
    ...PULSES.map((id) => wire(id, 'pulse', 'listen', id, {}, whenSet('control', 'pulse'))),
    wire('video', 'composite', 'talk', 'video', { standard: '625/50' }),
  ],
  settings: [busOrPulse('pulse')],
  functions: [
    {
      ...windows('palette', 'Palette', 'palette', ['bus', 'palette'], thirds('next', 'stay', 'before')),
      takes: 'steps',
    },
    {
      id: 'calibrate',
      label: 'Calibrate',
      what: 'calibrate',
      takes: 'momentary',
      over: ['bus', 'calibrate'],
      windows: [{ fromUs: 1650, toUs: 2200, label: 'shutter closed' }],
      cue: 'picture freezes for a second',
    },
    ranged('zoom', 'Thermal zoom', 'zoom', 'position', ['bus', 'zoom'], 1, 8, '×'),
    flick('record', 'Thermal record', 'record', ['bus', 'record'], 'red dot in its picture'),
  ],
  starts: [{ text: 'settles, then flat-field', seconds: 18, still: false }],
});
