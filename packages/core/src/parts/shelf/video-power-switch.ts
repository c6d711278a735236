import { defineSheet, gives, halves, regulatorIn, servoPort, supplyPort, windows, wire } from './define.js';

/** 9 V for a video transmitter, switched on and off from a channel. */
export const videoPowerSwitch = defineSheet({
  class: 'video-power-switch',
  revision: 2,
  role: 'regulator',
  name: 'Video power, switched',
  summary: '9 V 2 A, on by channel',
  group: 'Power',
  massG: 9,
  ports: [
    supplyPort('in', 'in', 'left', 'wire ends'),
    servoPort('switch', 'switch', 'left', 'in'),
    supplyPort('out', '9 V', 'right', 'wire ends'),
  ],
  supplies: [regulatorIn('in', [11, 28])],
  sources: [gives('buck', 'out', 9, 2)],
  links: [wire('switch', 'pulse', 'listen', 'switch')],
  functions: [windows('power', 'Video power', 'radio-power', ['switch'], halves('off', 'on'))],
  starts: [{ text: 'settles', seconds: 0.2, still: false }],
});
