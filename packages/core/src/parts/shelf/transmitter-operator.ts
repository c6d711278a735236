import { defineSheet } from './define.js';
import { SLIDERS, STICKS, STICK_MODE, STICK_ORDER, shipped, toggle, TRAINER } from './transmitter-faces.js';

/** A second operator's transmitter: carries the camera over the trainer lead. */
export const transmitterOperator = defineSheet({
  class: 'transmitter-operator',
  revision: 2,
  role: 'transmitter',
  name: "Camera operator's transmitter",
  summary: '8 channels · over the trainer lead',
  group: 'Control',
  massG: 0,
  cautions: ['Its own radio stays off while it talks over the lead.'],
  ports: TRAINER.ports!,
  links: TRAINER.links!.filter((link) => link.way === 'talk'),
  settings: [
    { id: 'trainer', label: 'Trainer socket', values: ['off', 'learns'], default: 'learns', how: 'menu' },
    STICK_MODE,
  ],
  firstChannels: shipped([...STICK_ORDER, 'left-slider', 'right-slider', 'A'], 'B', 8),
  controls: [...STICKS, ...SLIDERS, toggle('A', 'switch3', 0.2), toggle('B', 'button', 0.8)],
  starts: [{ text: 'ready', seconds: 2, still: false }],
});
