import { defineSheet } from './define.js';
import { STICKS, STICK_MODE, STICK_ORDER, shipped, toggle } from './transmitter-faces.js';

/** Six channels: the sticks and two switches, nothing to spare. */
export const transmitter6 = defineSheet({
  class: 'transmitter-6',
  revision: 2,
  role: 'transmitter',
  name: 'Radio transmitter, six channels',
  summary: '6 channels · two sticks',
  group: 'Control',
  massG: 0,
  cautions: ['Switched on before anything it commands; stays in the licensed band and power.'],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 20, base: 1, channels: 6 } }],
  settings: [STICK_MODE],
  firstChannels: shipped(STICK_ORDER, 'A', 6),
  controls: [...STICKS, toggle('A', 'switch2', 0.17), toggle('B', 'switch3', 0.75)],
  starts: [{ text: 'ready', seconds: 2, still: false }],
});
