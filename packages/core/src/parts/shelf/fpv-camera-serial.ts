import { defineSheet, eats, picturePort, wire } from './define.js';
import { flyingCameraPort, menuFirmware, menuFunction, menuSerial } from './camera-parts.js';

/** Flying camera whose menu is told over a serial pair. */
export const fpvCameraSerial = defineSheet({
  class: 'fpv-camera-serial',
  revision: 2,
  role: 'camera',
  name: 'Flying camera, serial menu',
  summary: '5–22 V · serial menu',
  group: 'Payload',
  massG: 10,
  firmware: menuFirmware(),
  ports: [flyingCameraPort('serial'), picturePort('video', 'video', 'right', 'out')],
  supplies: [eats('main', [4.5, 22], 0.7, 0.9)],
  links: [menuSerial(), wire('video', 'composite', 'talk', 'video', { standard: '625/50' })],
  functions: [menuFunction(['menu'])],
  cues: [{ when: 'remote mode entered', shows: 'a beep and a caption in the picture' }],
  starts: [{ text: 'starts', seconds: 1.4, still: false }],
});
