import { defineSheet, eats, flick, halves, ranged, servoPort, supplyPort, windows, wire } from './define.js';

/** Drive of a carriage told over a bus: standby, kill, and end stops that it forgets at power-off, on purpose. @source [practice] */
export const lineDriveKeys = defineSheet({
  class: 'line-drive-bus',
  revision: 1,
  role: 'drive',
  name: 'Line drive, bus',
  summary: '36–60 V · drive, kill, standby, end stops',
  group: 'Payload',
  massG: 3100,
  sizeMm: [420, 170, 130],
  cautions: [
    'Line unloaded and carriage in hand until proven; nobody under the line.',
    'End stops are not kept through power-off: set them slowly, one end then the other.',
    'Carriage over people only under local rigging rules and a competent rigger.',
  ],
  prep: [
    {
      id: 'safety',
      text: 'Safety line 100 to 150 mm above, bracket closed and locked, finger tight; a second look at every lock',
    },
    { id: 'tension', text: 'Wheel tension: the line can just be lifted off the rubber' },
  ],
  ports: [supplyPort('supply', '36–60 V', 'left', 'power blade 10 mm'), servoPort('bus', 'bus', 'left', 'in')],
  supplies: [{ ...eats('supply', [36, 60], 130, 650), inrush: { capacitanceUf: 4700, softStartMs: 60 } }],
  links: [wire('bus', 'sbus', 'listen', 'bus', { scale: 'micro', base: 1 })],
  settings: [
    {
      id: 'gain',
      label: 'P and D of the drive',
      values: ['30', '40', '50', '60', '70', '80'],
      default: '30',
      how: 'menu',
      shows: 'the console; 80 for about 36 kg',
    },
    {
      id: 'slip',
      label: 'Slip limit',
      values: ['20 %', '30 %', '40 %'],
      default: '40 %',
      how: 'menu',
      shows: 'the console; never 100 %, it burns the line',
    },
    {
      id: 'ends',
      label: 'End stops',
      values: ['not set', 'set'],
      default: 'not set',
      how: 'menu',
      shows: 'the console',
      kept: false,
    },
  ],
  functions: [
    ranged('drive', 'Drive', 'drive', 'position', ['bus'], -100, 100, '%'),
    windows('brake', 'Kill and brake', 'brake', ['bus'], halves('run', 'stop')),
    { ...windows('standby', 'Standby', 'standby', ['bus'], halves('awake', 'standby')), takes: 'latch' },
    flick('end-a', 'End stop A', 'end-stop', ['bus'], 'console shows A set'),
  ],
  starts: [{ text: 'finds its wheel', seconds: 4, still: true }],
});
