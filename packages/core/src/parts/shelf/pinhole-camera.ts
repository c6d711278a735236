import { defineSheet, eats, picturePort, wire } from './define.js';
import { flyingCameraPort } from './camera-parts.js';

/** Pinhole camera on the other picture standard, as cheap ones often are. */
export const pinholeCamera = defineSheet({
  class: 'pinhole-camera',
  revision: 1,
  role: 'camera',
  name: 'Pinhole camera',
  summary: '5 V · 525 lines',
  group: 'Payload',
  massG: 3,
  ports: [flyingCameraPort('none'), picturePort('video', 'video', 'right', 'out')],
  supplies: [eats('main', [4.5, 5.5], 0.4, 0.5)],
  links: [wire('video', 'composite', 'talk', 'video', { standard: '525/59.94' })],
  starts: [{ text: 'starts', seconds: 0.6, still: false }],
});
