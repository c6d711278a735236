import {
  antennaPort,
  at,
  defineSheet,
  deviceSerialPort,
  eats,
  halves,
  picturePort,
  supplyPort,
  windows,
  wire,
} from './define.js';

/** Pack-direct video transmitter whose power is told over a serial pair. */
export const videoTransmitterSerial = defineSheet({
  class: 'video-transmitter-serial',
  revision: 2,
  role: 'video-transmitter',
  name: 'Video transmitter, serial control',
  summary: 'pack direct · pit to 400 mW by serial',
  group: 'Picture',
  massG: 16,
  sizeMm: [36, 24, 8],
  cautions: [
    'Never powered without its antenna.',
    'Band, channel and power by local radio rules; ask the authority or a licensed person.',
  ],
  ports: [
    picturePort('video', 'video', 'left', 'in'),
    supplyPort('supply', 'pack', 'left', 'wire ends'),
    deviceSerialPort('serial', 'serial', 'left'),
    antennaPort('antenna', 'antenna', 'out', 'coax screw'),
  ],
  supplies: [{ ...eats('supply', [7, 26], 5, 6.5), inrush: { capacitanceUf: 220, softStartMs: 1 } }],
  links: [
    wire('video', 'composite', 'listen', 'video'),
    {
      id: 'serial',
      kind: 'device-serial',
      way: 'both',
      pins: { send: at('serial', 1), hear: at('serial', 2) },
      params: { baud: 9600, protocol: 'video transmitter', base: 1 },
    },
    wire('antenna', 'antenna', 'talk', 'antenna'),
  ],
  functions: [windows('power', 'Radio power', 'radio-power', ['serial'], halves('pit', '400 mW'))],
  starts: [{ text: 'wakes in pit', seconds: 1.6, still: false }],
});
