import { defineSheet, eats, halves, servoPort, supplyPort, windows, wire } from './define.js';

/** Extension of the camera control box: two more contacts. */
export const controlBoxExtension = defineSheet({
  class: 'control-box-extension',
  revision: 1,
  role: 'trigger',
  name: 'Control box extension',
  summary: 'two more assignable ports',
  group: 'Payload',
  massG: 18,
  ports: [
    supplyPort('supply', '5–26 V', 'left'),
    servoPort('in', 'from the box', 'left', 'in'),
    servoPort('exposure', 'exposure', 'left', 'in'),
  ],
  supplies: [eats('supply', [4.8, 26], 0.3, 0.4)],
  links: [wire('in', 'contact', 'listen', 'in'), wire('exposure', 'pulse', 'listen', 'exposure')],
  functions: [windows('exposure', 'Exposure', 'exposure', ['exposure'], halves('held', 'free'))],
});
