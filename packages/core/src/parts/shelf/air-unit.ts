import { at, defineSheet, deviceSerialPort, eats, ethernetPort, supplyPort, wire } from './define.js';
import { AIR, antennaOut, bindCues, outPort, TWO_ANTENNAS } from './receiver-parts.js';

const NET = [1, 2, 3];

/** One link for everything: sticks on a bus, telemetry on a serial pair, cameras on three network ports. */
export const airUnit = defineSheet({
  class: 'air-unit',
  revision: 2,
  role: 'receiver',
  name: 'Link air unit',
  summary: 'bus · serial · three network ports',
  group: 'Control',
  massG: 92,
  sizeMm: [84, 58, 20],
  cautions: [TWO_ANTENNAS, 'Where one link carries everything, the old radio is switched off: look at its lamp.'],
  cues: bindCues,
  ports: [
    supplyPort('supply', '9–26 V', 'left', 'wire ends'),
    outPort('bus', 'bus'),
    deviceSerialPort('serial', 'serial', 'right', 'latching 1.25 mm'),
    ...NET.map((n) => ethernetPort(`net${n}`, `net ${n}`, 'left')),
    antennaOut(1),
    antennaOut(2),
  ],
  supplies: [{ ...eats('supply', [9, 26], 7, 11), inrush: { capacitanceUf: 470, softStartMs: 5 } }],
  links: [
    AIR,
    wire('bus', 'sbus', 'talk', 'bus', { scale: 'micro', periodMs: 14, base: 1 }),
    {
      id: 'telemetry',
      kind: 'mavlink',
      way: 'both',
      pins: { send: at('serial', 1), hear: at('serial', 2) },
      params: { baud: 115200, protocol: 'telemetry' },
    },
    ...NET.map((n) => wire(`net${n}`, 'ethernet', 'listen', `net${n}`, { address: '192.168.10.1' })),
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  starts: [{ text: 'finds the ground unit', seconds: 14, still: false }],
});
