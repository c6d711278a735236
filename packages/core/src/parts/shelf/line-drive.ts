import { defineSheet, eats, halves, ranged, servoPort, supplyPort, windows, wire } from './define.js';

/** Drive of a carriage on a line. Slip, P and D are set on the drive itself, @source [practice]. */
export const lineDrive = defineSheet({
  class: 'line-drive',
  revision: 1,
  role: 'drive',
  name: 'Line drive',
  summary: '36–60 V · drive and brake',
  group: 'Payload',
  massG: 2600,
  sizeMm: [380, 160, 120],
  cautions: [
    'Line unloaded and carriage in hand until proven; nobody under the line.',
    'End stops are not kept through power-off: set them slowly, one end then the other.',
    'Carriage over people only under local rigging rules and a competent rigger.',
  ],
  ports: [
    supplyPort('supply', '36–60 V', 'left', 'power blade 10 mm'),
    servoPort('drive', 'drive', 'left', 'in'),
    servoPort('brake', 'brake', 'left', 'in'),
  ],
  supplies: [{ ...eats('supply', [36, 60], 120, 600), inrush: { capacitanceUf: 4700, softStartMs: 60 } }],
  links: [wire('drive', 'pulse', 'listen', 'drive'), wire('brake', 'pulse', 'listen', 'brake')],
  functions: [
    ranged('drive', 'Drive', 'drive', 'position', ['drive'], -100, 100, '%'),
    windows('brake', 'Kill and brake', 'brake', ['brake'], halves('run', 'stop')),
  ],
  starts: [{ text: 'finds its wheel', seconds: 3, still: true }],
});
