import { at, defineSheet, empty, ground, picturePort, plus, signal } from './define.js';

/** Zoom camera told over a serial pair: record, zoom. Its own app counts channels from 0. */
export const zoomCamera = defineSheet({
  class: 'zoom-camera-serial',
  revision: 1,
  role: 'camera',
  name: 'Zoom camera',
  summary: 'serial menu · 4×',
  group: 'Payload',
  massG: 96,
  view: { wideDeg: 64, teleDeg: 17, pointsAcross: 720 },
  sizeMm: [44, 36, 34],
  firmware: [{ what: 'serial camera menu', least: '3.3', erases: true, over: 'menu' }],
  ports: [
    {
      id: 'main',
      label: '5 V · TX RX',
      side: 'left',
      plug: { family: 'latching 1.0 mm', pins: 5 },
      pins: [plus(1, 'V in'), ground(2, 'GND'), signal(3, 'TX', 'out'), signal(4, 'RX', 'in'), empty(5, 'menu')],
    },
    picturePort('video', 'video', 'right', 'out'),
  ],
  supplies: [
    {
      id: 'main',
      plus: at('main', 1),
      minus: at('main', 2),
      volts: [4.7, 5.4],
      draw: { kind: 'power', typical: 2.6, peak: 4 },
    },
  ],
  links: [
    {
      id: 'menu',
      kind: 'device-serial',
      way: 'both',
      pins: { send: at('main', 3), hear: at('main', 4) },
      params: { baud: 115200, protocol: 'camera menu', base: 0 },
    },
    { id: 'video', kind: 'composite', way: 'talk', pins: { data: at('video', 1) }, params: { standard: '625/50' } },
  ],
  functions: [
    {
      id: 'record',
      label: 'Record',
      what: 'record',
      takes: 'pulse',
      over: ['menu'],
      windows: [{ fromUs: 1650, toUs: 2200, label: 'pulse: start or stop' }],
      cue: 'two beeps for start, three for stop; red light blinks',
    },
    {
      id: 'zoom',
      label: 'Zoom',
      what: 'zoom',
      takes: 'position',
      over: ['menu'],
      rangeUs: [1000, 2000],
      range: { from: 1, to: 4, unit: '×' },
      slewPerS: 1.5,
    },
  ],
  starts: [{ text: 'starts', seconds: 6.4, still: false }],
});
