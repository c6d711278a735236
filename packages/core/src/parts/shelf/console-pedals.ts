import { defineSheet } from './define.js';
import { toggle } from './transmitter-faces.js';

/** Console of a carriage: a joystick for the head, a pedal for the drive, a kill switch. */
export const consolePedals = defineSheet({
  class: 'console-pedals',
  revision: 2,
  role: 'transmitter',
  name: 'Carriage console with pedals',
  summary: '12 channels · joystick and pedals',
  group: 'Control',
  massG: 0,
  cautions: ['Kill switch within reach at all times; nobody under the line.'],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 11, base: 1 } }],
  controls: [
    { id: 'joy-x', label: 'joystick ↔', kind: 'stick', x: 0.26, y: 0.55 },
    { id: 'joy-y', label: 'joystick ↕', kind: 'stick', x: 0.26, y: 0.55 },
    { id: 'pedal', label: 'drive pedal', kind: 'slider', sprung: true, felt: true, x: 0.74, y: 0.55 },
    { id: 'brake-pedal', label: 'brake pedal', kind: 'slider', x: 1, y: 0.45 },
    { id: 'zoom-ring', label: 'zoom ring', kind: 'knob', x: 0.5, y: 0.27 },
    { id: 'focus-ring', label: 'focus ring', kind: 'knob', x: 0.62, y: 0.27 },
    toggle('A', 'switch3', 0.09),
    toggle('B', 'switch2', 0.2),
    toggle('C', 'button', 0.75),
    toggle('K', 'switch2', 0.91),
  ],
  cues: [{ when: 'press and hold', shows: 'starts; one press shows charge' }],
  starts: [{ text: 'ready', seconds: 4, still: false }],
});
