import { defineSheet } from './define.js';
import { STICKS, shipped, toggle } from './transmitter-faces.js';

/** Camera operator's remote on a radio of its own: what its sticks send is fixed by the remote. @source [practice] */
export const operatorRemote = defineSheet({
  class: 'operator-remote',
  revision: 1,
  role: 'transmitter',
  name: "Camera operator's remote",
  summary: '6 channels · own radio · sticks fixed',
  group: 'Control',
  massG: 0,
  cautions: ['On another link than the pilot; bound to the receiver in the trainer socket and to nothing else.'],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 14, base: 1, channels: 6 } }],
  firstChannels: shipped(['right-x', 'right-y', 'left-y', 'left-x', 'A', 'B'], 'B', 6),
  controls: [...STICKS, toggle('A', 'switch3', 0.2), toggle('B', 'button', 0.8)],
  starts: [{ text: 'ready', seconds: 2, still: false }],
});
