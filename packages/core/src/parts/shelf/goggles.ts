import { defineSheet, eats, hdmiPort, supplyPort, wire } from './define.js';

/** Goggles with their own receiver; also take a picture by HDMI. */
export const goggles = defineSheet({
  class: 'goggles',
  revision: 1,
  role: 'display',
  name: 'Goggles',
  summary: '2S–4S · own receiver · HDMI in',
  group: 'Picture',
  massG: 340,
  cautions: ['A second person keeps the craft in sight while the pilot wears them.'],
  ports: [hdmiPort('hdmi', 'HDMI', 'left', 'in', 'mini'), supplyPort('supply', '2S–4S', 'left', 'barrel 5.5 mm')],
  supplies: [eats('supply', [6.6, 17], 6, 8)],
  links: [wire('hdmi', 'hdmi', 'listen', 'hdmi')],
  starts: [{ text: 'search', seconds: 4, still: false }],
});
