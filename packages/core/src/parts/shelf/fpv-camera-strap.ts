import { defineSheet, eats, picturePort, whenSet, wire } from './define.js';
import { flyingCameraPort, LADDER, LADDER_FIRMWARE, menuFirmware, menuFunction, menuSerial } from './camera-parts.js';

/** Serial or ladder: bridged control pins at power-up toggle it, the picture shows which. @source [practice] */
export const fpvCameraStrap = defineSheet({
  class: 'fpv-camera-strap',
  revision: 2,
  role: 'camera',
  name: 'Flying camera, serial or ladder',
  summary: '5–22 V · boot strap chooses',
  group: 'Payload',
  massG: 11,
  firmware: [...menuFirmware(), LADDER_FIRMWARE],
  ports: [flyingCameraPort('both'), picturePort('video', 'video', 'right', 'out')],
  supplies: [eats('main', [4.5, 22], 0.7, 0.9)],
  links: [
    menuSerial(whenSet('menu', 'serial')),
    wire('ladder', 'ladder', 'listen', 'main', LADDER, { pin: 4, ...whenSet('menu', 'ladder') }),
    wire('video', 'composite', 'talk', 'video', { standard: '625/50' }),
  ],
  settings: [
    {
      id: 'menu',
      label: 'Menu control',
      values: ['ladder', 'serial'],
      default: 'ladder',
      how: 'strap at start',
      shows: 'caption in the picture at start',
    },
  ],
  functions: [menuFunction(['menu', 'ladder'])],
  starts: [{ text: 'starts, shows its control type', seconds: 2, still: false }],
});
