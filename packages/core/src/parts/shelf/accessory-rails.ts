import { defineSheet, gives, regulatorIn, supplyPort, whenSet } from './define.js';

/** Accessory board of a carriage: 24 V and 14 V rails behind a switch of their own, @source [practice]. */
export const accessoryRails = defineSheet({
  class: 'accessory-rails',
  revision: 1,
  role: 'regulator',
  name: 'Accessory rails',
  summary: '24 V and 14 V, own switch',
  group: 'Power',
  massG: 210,
  ports: [
    supplyPort('in', 'packs', 'left', 'power blade 10 mm'),
    supplyPort('rail24', '24 V', 'right', 'twist-lock round'),
    supplyPort('rail14', '14 V', 'right', 'twist-lock round'),
  ],
  supplies: [regulatorIn('in', [36, 60])],
  settings: [
    {
      id: 'switch',
      label: 'Accessory switch',
      values: ['off', 'on'],
      default: 'off',
      how: 'switch on the device',
      shows: 'lamp beside the rails',
    },
  ],
  sources: [
    { ...gives('buck', 'rail24', 24, 8, { efficiency: 0.93 }), ...whenSet('switch', 'on') },
    { ...gives('buck', 'rail14', 14, 6, { efficiency: 0.92 }), ...whenSet('switch', 'on') },
  ],
  cues: [{ when: 'accessory switch on', shows: 'lamp beside the rails' }],
  starts: [{ text: 'rails come up', seconds: 0.5, still: false }],
});
