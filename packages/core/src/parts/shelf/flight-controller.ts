import { at, defineSheet, ground, picturePort, plus, servoPort, signal, supplyPort, wire } from './define.js';

const SERIAL = [1, 2, 3, 4, 5, 6];
const TIMERS = 10;
const PADS = Array.from({ length: 12 }, (_, i) => i + 1);
const flight = (id: 'roll' | 'pitch' | 'throttle' | 'yaw', label: string) => ({
  id,
  label,
  what: id,
  takes: 'position' as const,
  over: ['bus', ...SERIAL.map((n) => `serial${n}`)],
  rangeUs: [1000, 2000] as [number, number],
  range: id === 'throttle' ? { from: 0, to: 100, unit: '%' as const } : { from: -100, to: 100, unit: '%' as const },
});

/** Flight controller with six serial ports, twelve pads and an on-screen display in the picture path. */
export const flightController = defineSheet({
  class: 'flight-controller-6',
  revision: 1,
  role: 'controller',
  name: 'Flight controller',
  summary: '6 serial · 12 pads · display',
  group: 'Control',
  massG: 12,
  sizeMm: [42, 42, 14],
  board: 'middle',
  cautions: ['Props off until every step is proven.'],
  needs: ['Serial camera menu needs controller firmware that supports it; note the version on the rig.'],
  ports: [
    supplyPort('supply', '5 V', 'left'),
    servoPort('bus', 'bus in', 'left', 'in'),
    ...SERIAL.map((n) => ({
      id: `serial${n}`,
      label: `serial ${n}`,
      side: 'right' as const,
      plug: { family: 'latching 1.25 mm', pins: 4 },
      pins: [
        plus(1, '5 V'),
        { ...signal(2, 'TX', 'out'), levelV: 3.3 },
        { ...signal(3, 'RX', 'in'), toleratesV: 5 },
        ground(4, 'GND'),
      ],
    })),
    picturePort('videoIn', 'video in', 'left', 'in'),
    picturePort('videoOut', 'video out', 'right', 'out'),
    {
      id: 'pads',
      label: 'pads',
      side: 'right',
      plug: { family: 'solder pads', pins: 12 },
      pins: PADS.map((n) => ({ ...signal(n, `P${n}`, 'out'), levelV: 3.3 })),
    },
  ],
  ties: [[at('supply', 1), ...SERIAL.map((n) => at(`serial${n}`, 1))]],
  supplies: [
    {
      id: 'main',
      plus: at('supply', 1),
      minus: at('supply', 2),
      volts: [4.5, 5.5],
      draw: { kind: 'power', typical: 1.75, peak: 2.4 },
    },
  ],
  links: [
    {
      id: 'bus',
      kind: 'sbus',
      way: 'listen',
      pins: { data: at('bus', 1) },
      params: { scale: 'micro', base: 1, auxFrom: 5 },
    },
    ...SERIAL.map((n) => ({
      id: `serial${n}`,
      kind: 'device-serial' as const,
      way: 'both' as const,
      pins: { send: at(`serial${n}`, 2), hear: at(`serial${n}`, 3) },
      params: { base: 1 },
    })),
    // the first ten pads have a timer and can imitate a camera's key ladder
    ...PADS.slice(0, TIMERS).map((n) =>
      wire(`p${n}`, 'ladder', 'talk', 'pads', { protocol: 'camera keys', base: 1 }, { pin: n, resource: `p${n}` }),
    ),
    { id: 'videoIn', kind: 'composite', way: 'listen', pins: { data: at('videoIn', 1) }, params: {} },
    { id: 'videoOut', kind: 'composite', way: 'talk', pins: { data: at('videoOut', 1) }, params: {} },
  ],
  functions: [flight('roll', 'Roll'), flight('pitch', 'Pitch'), flight('throttle', 'Throttle'), flight('yaw', 'Yaw')],
  resources: [
    ...SERIAL.map((n) => ({
      id: `serial${n}`,
      label: `serial ${n}`,
      kind: 'serial' as const,
      port: `serial${n}`,
      highestBaud: 921600,
    })),
    ...PADS.map((n) => ({
      id: `p${n}`,
      label: `P${n}`,
      kind: 'pad' as const,
      port: 'pads',
      pin: n,
      timer: n <= TIMERS,
    })),
  ],
  pictures: [{ inputs: ['videoIn'], output: 'videoOut' }],
  starts: [{ text: 'starts', seconds: 4.5, still: false }],
});
