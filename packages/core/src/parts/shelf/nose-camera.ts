import { at, defineSheet, ground, plus, signal } from './define.js';

/** Fixed nose camera on a three-way plug that carries its supply: plus, ground, picture. */
export const noseCamera = defineSheet({
  class: 'nose-camera',
  revision: 1,
  role: 'camera',
  name: 'Nose camera',
  summary: 'fixed, wide',
  group: 'Payload',
  massG: 12,
  view: { wideDeg: 110, teleDeg: 110, pointsAcross: 720 },
  ports: [
    {
      id: 'plug',
      label: '5 V · video',
      side: 'right',
      plug: { family: 'three-way picture 1.25 mm', pins: 3 },
      pins: [plus(1), ground(2), signal(3, 'V', 'out')],
    },
  ],
  supplies: [
    {
      id: 'main',
      plus: at('plug', 1),
      minus: at('plug', 2),
      volts: [4.5, 20],
      draw: { kind: 'power', typical: 0.6, peak: 0.8 },
    },
  ],
  links: [
    { id: 'video', kind: 'composite', way: 'talk', pins: { data: at('plug', 3) }, params: { standard: '625/50' } },
  ],
  starts: [{ text: 'starts', seconds: 1.2, still: false }],
});
