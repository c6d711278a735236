import { at, defineSheet, servoPort, supplyPort } from './define.js';

const PINS = [1, 2, 3, 4, 5, 6];
const SLOTS = Array.from({ length: 16 }, (_, i) => String(i + 1));

/** Radio receiver with one sixteen-slot bus and six pulse pins; each pin repeats the slot it is set to. */
export const receiver16 = defineSheet({
  class: 'receiver-16',
  revision: 1,
  role: 'receiver',
  name: 'Radio receiver',
  summary: '16 slots · 6 pins',
  group: 'Control',
  massG: 14,
  cautions: ['Two antennas of one link: neither crossed nor screened, away from the compass.'],
  ports: [
    supplyPort('supply', '5 V', 'left'),
    servoPort('bus', 'bus', 'right', 'out'),
    ...PINS.map((n) => servoPort(`pin${n}`, `pin ${n}`, 'right', 'out')),
  ],
  supplies: [
    {
      id: 'main',
      plus: at('supply', 1),
      minus: at('supply', 2),
      volts: [4, 8.4],
      draw: { kind: 'current', typical: 0.09, peak: 0.12 },
    },
  ],
  links: [
    { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
    {
      id: 'bus',
      kind: 'sbus',
      way: 'talk',
      pins: { data: at('bus', 1) },
      params: { scale: 'micro', periodMs: 7, base: 1 },
    },
    ...PINS.map((n) => ({
      id: `pin${n}`,
      kind: 'pulse' as const,
      way: 'talk' as const,
      pins: { data: at(`pin${n}`, 1) },
      params: { periodMs: 20 },
      slotSetting: `pin${n}`,
    })),
  ],
  settings: PINS.map((n) => ({
    id: `pin${n}`,
    label: `Pin ${n} carries slot`,
    values: SLOTS,
    default: String(n),
    how: 'menu' as const,
  })),
  starts: [{ text: 'binds', seconds: 1.6, still: false }],
});
