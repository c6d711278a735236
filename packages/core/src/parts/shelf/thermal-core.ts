import { at, defineSheet, picturePort, servoPort, supplyPort } from './define.js';

/** Thermal core that takes 5 V and nothing else; a switch chooses bus or pulse control. */
export const thermalCore = defineSheet({
  class: 'thermal-core-5v',
  revision: 1,
  role: 'camera',
  name: 'Thermal core',
  summary: 'strict 5 V · bus or pulse',
  group: 'Payload',
  massG: 74,
  view: { wideDeg: 32, teleDeg: 32, pointsAcross: 640 },
  sizeMm: [32, 28, 30],
  cautions: ['Takes 5 V and never more.'],
  ports: [
    supplyPort('supply', '5 V', 'left'),
    servoPort('control', 'control', 'left', 'in'),
    picturePort('video', 'video', 'right', 'out'),
  ],
  supplies: [
    {
      id: 'main',
      plus: at('supply', 1),
      minus: at('supply', 2),
      volts: [4.75, 5.25],
      draw: { kind: 'power', typical: 1, peak: 1.5 },
    },
  ],
  links: [
    {
      id: 'pulse',
      kind: 'pulse',
      way: 'listen',
      pins: { data: at('control', 1) },
      params: {},
      when: { setting: 'control', value: 'pulse' },
    },
    {
      id: 'bus',
      kind: 'sbus',
      way: 'listen',
      pins: { data: at('control', 1) },
      params: { scale: 'micro', base: 1 },
      when: { setting: 'control', value: 'bus' },
    },
    { id: 'video', kind: 'composite', way: 'talk', pins: { data: at('video', 1) }, params: { standard: '625/50' } },
  ],
  settings: [
    { id: 'control', label: 'Control type', values: ['pulse', 'bus'], default: 'pulse', how: 'switch on the device' },
  ],
  functions: [
    {
      id: 'palette',
      label: 'Palette',
      what: 'palette',
      takes: 'windows',
      over: ['pulse', 'bus'],
      windows: [
        { fromUs: 800, toUs: 1200, label: 'white hot' },
        { fromUs: 1480, toUs: 1520, label: 'black hot' },
        { fromUs: 1800, toUs: 2200, label: 'rust' },
      ],
    },
  ],
  starts: [{ text: 'settles, then flat-field', seconds: 26.4, still: false }],
});
