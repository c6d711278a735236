import { at, defineSheet, deviceSerialPort, eats, servoPort, supplyPort, wire } from './define.js';

/** Notes where the craft was at each photo, from the camera's flash contact. */
export const positionTagger = defineSheet({
  class: 'position-tagger',
  revision: 1,
  role: 'trigger',
  name: 'Position tagger',
  summary: '5 V · flash contact in · serial out',
  group: 'Payload',
  massG: 15,
  ports: [
    supplyPort('supply', '5 V', 'left'),
    servoPort('flash', 'flash contact', 'left', 'in'),
    deviceSerialPort('serial', 'serial', 'right'),
  ],
  supplies: [eats('supply', [4.6, 5.5], 0.4, 0.6)],
  links: [
    wire('flash', 'contact', 'listen', 'flash'),
    {
      id: 'serial',
      kind: 'device-serial',
      way: 'both',
      pins: { send: at('serial', 1), hear: at('serial', 2) },
      params: { baud: 57600, protocol: 'position tag' },
    },
  ],
});
