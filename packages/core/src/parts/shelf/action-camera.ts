import { defineSheet, eats, picturePort, supplyPort, wire } from './define.js';

/** Action camera with composite out, fed 5 V through its side door. Nothing steers it. */
export const actionCamera = defineSheet({
  class: 'action-camera',
  revision: 1,
  role: 'camera',
  name: 'Action camera',
  summary: '5 V in · composite out',
  group: 'Payload',
  massG: 128,
  view: { wideDeg: 120, teleDeg: 120, pointsAcross: 1920 },
  prep: [
    { id: 'out', text: 'Video out set to the standard of the others' },
    { id: 'sleep', text: 'Sleep timer off' },
  ],
  ports: [supplyPort('supply', '5 V', 'left'), picturePort('video', 'video', 'right', 'out')],
  supplies: [eats('supply', [4.75, 5.25], 4, 6)],
  links: [wire('video', 'composite', 'talk', 'video', { standard: '625/50' })],
  cues: [{ when: 'recording', shows: 'red light blinks; one beep' }],
  starts: [{ text: 'starts', seconds: 5, still: false }],
});
