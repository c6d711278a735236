import { defineSheet } from './define.js';
import { SLIDERS, STICKS, STICK_MODE, STICK_ORDER, shipped, toggle, TRAINER } from './transmitter-faces.js';

/** Ten channels with two sliders, four switches and a trainer socket. Its upper channels start on one control. */
export const transmitter10 = defineSheet({
  class: 'transmitter-10',
  revision: 2,
  role: 'transmitter',
  name: 'Radio transmitter, ten channels',
  summary: '10 channels · two sticks',
  group: 'Control',
  massG: 0,
  cautions: ['Switched on before anything it commands; stays in the licensed band and power.'],
  needs: ['New, several upper channels may follow one control until they are given their own.'],
  ...TRAINER,
  links: [
    { id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 14, base: 1, channels: 10 } },
    ...TRAINER.links!,
  ],
  settings: [...TRAINER.settings!, STICK_MODE],
  firstChannels: shipped([...STICK_ORDER, 'A', 'B'], 'left-slider', 10),
  controls: [
    ...STICKS,
    ...SLIDERS,
    toggle('A', 'switch2', 0.09),
    toggle('B', 'switch3', 0.2),
    toggle('C', 'switch3', 0.75),
    toggle('D', 'button', 0.88),
  ],
  starts: [{ text: 'ready', seconds: 2, still: false }],
});
