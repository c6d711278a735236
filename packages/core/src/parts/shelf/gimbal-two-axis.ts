import { at, defineSheet, picturePort, servoPort, supplyPort } from './define.js';

/** Two-axis gimbal on 7–17 V, steered over a bus or by pulses as its own switch says. */
export const gimbalTwoAxis = defineSheet({
  class: 'gimbal-two-axis',
  revision: 2,
  role: 'gimbal',
  name: 'Gimbal, two axis',
  summary: '7–17 V · pan and tilt',
  group: 'Payload',
  massG: 310,
  sizeMm: [95, 90, 110],
  cautions: ['Nobody in the arc of the gimbal; keep it still while it finds level.'],
  ports: [
    supplyPort('supply', '7–17 V', 'left', 'wire ends'),
    servoPort('control', 'control', 'left', 'in'),
    picturePort('feed', 'feed through', 'right', 'out'),
  ],
  supplies: [
    {
      id: 'main',
      plus: at('supply', 1),
      minus: at('supply', 2),
      volts: [7, 17],
      draw: { kind: 'power', typical: 9.5, peak: 22 },
    },
  ],
  links: [
    {
      id: 'bus',
      kind: 'sbus',
      way: 'listen',
      pins: { data: at('control', 1) },
      params: { scale: 'micro', base: 1 },
      when: { setting: 'control', value: 'bus' },
    },
    {
      id: 'pulse',
      kind: 'pulse',
      way: 'listen',
      pins: { data: at('control', 1) },
      params: {},
      when: { setting: 'control', value: 'pulse' },
    },
  ],
  settings: [
    {
      id: 'control',
      label: 'Control type',
      values: ['bus', 'pulse'],
      default: 'pulse',
      how: 'switch on the device',
    },
  ],
  functions: [
    {
      id: 'tilt',
      label: 'Tilt',
      what: 'tilt',
      takes: 'position',
      over: ['bus'],
      rangeUs: [1000, 2000],
      range: { from: -90, to: 40, unit: '°' },
      joint: 'tilt',
      firstSlot: 2,
      // @source [practice] following the craft, nothing is adjustable; heading lock gives pan by rate
      enabledIn: { fn: 'mode', windows: ['follow nose', 'hold heading'] },
    },
    {
      id: 'pan',
      label: 'Pan',
      what: 'pan',
      takes: 'rate',
      over: ['bus'],
      rangeUs: [1000, 2000],
      range: { from: -60, to: 60, unit: '°/s' },
      joint: 'pan',
      firstSlot: 1,
      enabledIn: { fn: 'mode', windows: ['hold heading'] },
    },
    {
      id: 'mode',
      label: 'Mode',
      what: 'gimbal-mode',
      takes: 'windows',
      over: ['bus'],
      // @source [practice] three-position functions split the range in thirds
      windows: [
        { fromUs: 800, toUs: 1333, label: 'follow nose' },
        { fromUs: 1333, toUs: 1667, label: 'follow craft' },
        { fromUs: 1667, toUs: 2200, label: 'hold heading' },
      ],
    },
    {
      id: 'look-down',
      label: 'Look down',
      what: 'look-down',
      takes: 'windows',
      over: ['bus'],
      windows: [
        { fromUs: 800, toUs: 1500, label: 'as set' },
        { fromUs: 1500, toUs: 2200, label: 'straight down' },
      ],
      drives: { window: 'straight down', joint: 'tilt', deg: -90 },
    },
  ],
  joints: [
    { id: 'tilt', label: 'tilt', minDeg: -90, maxDeg: 40, speedDegPerS: 90 },
    { id: 'pan', label: 'pan', minDeg: -170, maxDeg: 170, speedDegPerS: 90 },
  ],
  starts: [
    { text: 'motors off', seconds: 5.4, still: false },
    { text: 'finds level', seconds: 9, still: true },
  ],
});
