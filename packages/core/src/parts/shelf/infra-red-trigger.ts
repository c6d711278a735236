import { defineSheet, eats, flick, servoPort, signal, supplyPort, wire } from './define.js';

const INPUTS = [1, 2] as const;

/** Two pulses in, light out: a LED clamped right at the camera's eye. @source [practice] wind that moves it loses the camera */
export const infraRedTrigger = defineSheet({
  class: 'infra-red-trigger',
  revision: 1,
  role: 'trigger',
  name: 'Infra-red trigger',
  summary: '2 channels · light at the camera',
  group: 'Payload',
  massG: 11,
  cautions: ['Clamp the light so that wind cannot move it.'],
  ports: [
    supplyPort('supply', '5 V', 'left'),
    ...INPUTS.map((n) => servoPort(`in${n}`, `in ${n}`, 'left', 'in')),
    {
      id: 'light',
      label: 'light',
      side: 'right',
      plug: { family: 'sensor window', pins: 1 },
      pins: [signal(1, 'light', 'out')],
    },
  ],
  supplies: [eats('supply', [4.5, 8.4], 0.2, 0.4)],
  links: [
    ...INPUTS.map((n) => wire(`in${n}`, 'pulse', 'listen', `in${n}`)),
    wire('light', 'infra-red', 'talk', 'light'),
  ],
  functions: [
    flick('record', 'Record', 'record', ['in1'], 'red frame on the camera’s own screen'),
    flick('photo', 'Photo', 'photo', ['in2'], 'shutter heard at the camera'),
  ],
});
