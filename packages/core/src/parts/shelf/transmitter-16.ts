import { defineSheet } from './define.js';
import { STICK_MODE, STICK_ORDER, shipped } from './transmitter-faces.js';

const toggle = (id: string, kind: 'switch2' | 'switch3' | 'button', x: number) => ({
  id,
  label: kind === 'button' ? `button ${id}` : `switch ${id}`,
  kind,
  x,
  y: 0.12,
});

/** Hand-held radio transmitter, sixteen channels, two sticks, a slider, a knob and eight switches. */
export const transmitter16 = defineSheet({
  class: 'transmitter-16',
  revision: 2,
  role: 'transmitter',
  name: 'Radio transmitter',
  summary: '16 channels · two sticks',
  group: 'Control',
  massG: 0,
  cautions: ['Switched on before anything it commands; stays in the licensed band and power.'],
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 9, base: 1 } }],
  settings: [STICK_MODE],
  firstChannels: shipped([...STICK_ORDER, 'A', 'B', 'C', 'D'], 'right-knob', 12),
  controls: [
    { id: 'left-x', label: 'left stick ↔', kind: 'stick', x: 0.26, y: 0.55 },
    { id: 'left-y', label: 'left stick ↕', kind: 'stick', x: 0.26, y: 0.55 },
    { id: 'right-x', label: 'right stick ↔', kind: 'stick', x: 0.74, y: 0.55 },
    { id: 'right-y', label: 'right stick ↕', kind: 'stick', x: 0.74, y: 0.55 },
    { id: 'left-slider', label: 'left slider', kind: 'slider', x: 0, y: 0.45 },
    { id: 'right-slider', label: 'right slider', kind: 'slider', x: 1, y: 0.45 },
    { id: 'right-knob', label: 'right knob', kind: 'knob', x: 0.5, y: 0.27 },
    toggle('A', 'switch2', 0.09),
    toggle('B', 'switch3', 0.17),
    toggle('C', 'switch3', 0.25),
    toggle('D', 'switch3', 0.33),
    toggle('E', 'switch2', 0.67),
    toggle('F', 'switch3', 0.75),
    toggle('G', 'switch2', 0.83),
    toggle('H', 'button', 0.91),
  ],
  starts: [{ text: 'ready', seconds: 2, still: false }],
});
