import {
  at,
  defineSheet,
  deviceSerialPort,
  eats,
  ethernetPort,
  gives,
  hdmiPort,
  supplyPort,
  wire,
  ground,
  signal,
  antennaPort,
} from './define.js';
import { supplyBusPort, supplyNetPort } from './combined.js';
import { AIR, antennaOut, bindCues, outPort, TWO_ANTENNAS } from './receiver-parts.js';

const ONE_LINK = 'Where one link carries everything, the old radio is switched off: look at its lamp.';
const RADIO = 'Never powered without its antennas; band and power by local radio rules.';
const NET = [1, 2, 3];

/** Link unit of a converted craft: HDMI in, bus out on the input the old receiver leaves, two antennas. @source [practice] */
export const linkUnitHdmi = defineSheet({
  class: 'link-unit-hdmi',
  revision: 1,
  role: 'receiver',
  name: 'Link unit, HDMI and bus',
  summary: '7–26 V · sticks and picture over one link',
  group: 'Control',
  massG: 88,
  sizeMm: [76, 48, 18],
  cautions: [TWO_ANTENNAS, ONE_LINK, RADIO],
  cues: bindCues,
  ports: [
    supplyPort('supply', '7–26 V', 'left', 'wire ends'),
    hdmiPort('hdmi', 'HDMI', 'left', 'in', 'mini'),
    outPort('bus', 'bus'),
    antennaOut(1),
    antennaOut(2),
  ],
  supplies: [{ ...eats('supply', [7, 26], 8, 12), inrush: { capacitanceUf: 470, softStartMs: 4 } }],
  links: [
    AIR,
    wire('hdmi', 'hdmi', 'listen', 'hdmi'),
    wire('bus', 'sbus', 'talk', 'bus', { scale: 'micro', periodMs: 14, base: 1 }),
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  starts: [{ text: 'finds the ground unit', seconds: 15, still: false }],
});

/** Air unit whose network plugs hand its supply on, with a bus plug that feeds what hangs on it. @source [practice] */
export const airUnitCombined = defineSheet({
  class: 'air-unit-combined',
  revision: 1,
  role: 'receiver',
  name: 'Link air unit, combined plugs',
  summary: '12–26 V · three supply-and-network plugs · bus with 5 V',
  group: 'Control',
  massG: 104,
  sizeMm: [90, 60, 22],
  cautions: [TWO_ANTENNAS, ONE_LINK, RADIO],
  needs: ['Network ports are counted from 0 on the housing: "net 0" is what people call the first.'],
  cues: bindCues,
  ports: [
    supplyPort('supply', '12–26 V', 'left', 'wire ends'),
    supplyBusPort('bus', 'bus · 5 V', 'right', 'out'),
    deviceSerialPort('serial', 'data', 'right', 'latching 1.25 mm'),
    ...NET.map((n) => supplyNetPort(`net${n}`, `net ${n - 1} · supply`, 'left')),
    antennaOut(1),
    antennaOut(2),
  ],
  ties: [[at('supply', 1), ...NET.map((n) => at(`net${n}`, 1))]],
  supplies: [{ ...eats('supply', [11, 26], 8, 13), inrush: { capacitanceUf: 470, softStartMs: 5 } }],
  sources: [{ ...gives('buck', 'bus', 5, 1, { fedBy: 'main' }), plus: at('bus', 2), minus: at('bus', 3) }],
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
    ...NET.map((n) => wire(`net${n}`, 'ethernet', 'listen', `net${n}`, { address: '192.168.10.1' }, { pin: 3 })),
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  starts: [{ text: 'finds the ground unit', seconds: 16, still: false }],
});

/** Ribbon air unit with a network port and a bus: a flying camera and a network gimbal on one link. @source [practice] */
export const ribbonAirUnitNetwork = defineSheet({
  class: 'ribbon-air-unit-network',
  revision: 1,
  role: 'receiver',
  name: 'Ribbon air unit, network and bus',
  summary: '12–26 V · ribbon in · network · bus out',
  group: 'Control',
  massG: 66,
  sizeMm: [62, 44, 18],
  cautions: [TWO_ANTENNAS, RADIO, 'Gets hot without moving air.'],
  cues: bindCues,
  ports: [
    {
      id: 'ribbon',
      label: 'ribbon',
      side: 'left',
      plug: { family: 'ribbon 22-way', pins: 2 },
      pins: [signal(1, 'lanes', 'in'), ground(2)],
    },
    ethernetPort('net', 'network', 'left'),
    supplyPort('supply', '12–26 V', 'left', 'wire ends'),
    outPort('bus', 'bus'),
    antennaPort('antenna1', 'antenna 1', 'out', 'coax press'),
    antennaPort('antenna2', 'antenna 2', 'out', 'coax press'),
  ],
  supplies: [{ ...eats('supply', [11, 26], 9, 13), inrush: { capacitanceUf: 470, softStartMs: 4 } }],
  links: [
    AIR,
    wire('ribbon', 'ribbon', 'listen', 'ribbon'),
    wire('net', 'ethernet', 'listen', 'net', { address: '192.168.10.1' }),
    wire('bus', 'sbus', 'talk', 'bus', { scale: 'micro', periodMs: 14, base: 1 }),
    wire('antenna1', 'antenna', 'talk', 'antenna1'),
    wire('antenna2', 'antenna', 'talk', 'antenna2'),
  ],
  starts: [{ text: 'finds the ground unit', seconds: 13, still: false }],
});
