import { defineSheet, eats, picturePort, wire } from './define.js';
import { flyingCameraPort, LADDER, LADDER_FIRMWARE, menuFunction } from './camera-parts.js';

/** Flying camera whose menu stick is a resistor ladder. */
export const fpvCameraLadder = defineSheet({
  class: 'fpv-camera-ladder',
  revision: 2,
  role: 'camera',
  name: 'Flying camera, ladder menu',
  summary: '5–22 V · key ladder',
  group: 'Payload',
  massG: 9,
  firmware: [LADDER_FIRMWARE],
  ports: [flyingCameraPort('ladder'), picturePort('video', 'video', 'right', 'out')],
  supplies: [eats('main', [4.5, 22], 0.6, 0.8)],
  links: [
    wire('ladder', 'ladder', 'listen', 'main', LADDER, { pin: 3 }),
    wire('video', 'composite', 'talk', 'video', { standard: '625/50' }),
  ],
  functions: [menuFunction(['ladder'])],
  starts: [{ text: 'starts', seconds: 1.2, still: false }],
});
