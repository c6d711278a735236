import { at, defineSheet, ground, picturePort, plus, servoPort, signal, supplyPort } from './define.js';

const INPUTS = [1, 2, 3];

/** Three-input picture switcher steered by one pulse; its input plugs pass its own 5 V on. */
export const pictureSwitcher = defineSheet({
  class: 'picture-switcher-3',
  revision: 1,
  role: 'switcher',
  name: 'Switcher',
  summary: 'three inputs',
  group: 'Picture',
  massG: 9,
  ports: [
    ...INPUTS.map((n) => ({
      id: `in${n}`,
      label: String(n),
      side: 'left' as const,
      plug: { family: 'three-way picture 1.25 mm', pins: 3 },
      pins: [ground(1), plus(2), signal(3, 'V', 'in')],
    })),
    servoPort('select', 'select', 'left', 'in'),
    supplyPort('supply', '5 V', 'left'),
    picturePort('out', 'out', 'right', 'out'),
  ],
  ties: [[at('supply', 1), ...INPUTS.map((n) => at(`in${n}`, 2))]],
  supplies: [
    {
      id: 'main',
      plus: at('supply', 1),
      minus: at('supply', 2),
      volts: [4.5, 5.5],
      draw: { kind: 'current', typical: 0.06, peak: 0.08 },
    },
  ],
  links: [
    ...INPUTS.map((n) => ({
      id: `in${n}`,
      kind: 'composite' as const,
      way: 'listen' as const,
      pins: { data: at(`in${n}`, 3) },
      params: {},
    })),
    { id: 'select', kind: 'pulse', way: 'listen', pins: { data: at('select', 1) }, params: {} },
    { id: 'out', kind: 'composite', way: 'talk', pins: { data: at('out', 1) }, params: {} },
  ],
  functions: [
    {
      id: 'picture',
      label: 'Picture',
      what: 'picture',
      takes: 'windows',
      over: ['select'],
      // @source [practice] below about 1333 µs, 1333–1667, above
      windows: [
        { fromUs: 800, toUs: 1333, label: 'input 1' },
        { fromUs: 1333, toUs: 1667, label: 'input 2' },
        { fromUs: 1667, toUs: 2200, label: 'input 3' },
      ],
    },
  ],
  pictures: [{ inputs: ['in1', 'in2', 'in3'], output: 'out', chosenBy: 'picture' }],
  starts: [{ text: 'starts', seconds: 0.8, still: false }],
});
