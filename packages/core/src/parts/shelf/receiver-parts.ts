import { signal, wire } from './define.js';
import { antennaPort, ground, empty } from './define.js';

const SLOTS = Array.from({ length: 16 }, (_, i) => String(i + 1));

/** Output port of a receiver: signal at 3.3 V, plus left out, ground. */
export const outPort = (id: string, label: string) => ({
  id,
  label,
  side: 'right' as const,
  plug: { family: 'three-way 2.54 mm', pins: 3 },
  pins: [{ ...signal(1, 'S', 'out'), levelV: 3.3 }, empty(2, 'not joined'), ground(3)],
});

/** Pulse pins that each repeat the slot they are set to. */
export const pulsePins = (count: number, settable = true) => {
  const pins = Array.from({ length: count }, (_, i) => i + 1);
  return {
    ports: pins.map((n) => outPort(`pin${n}`, `pin ${n}`)),
    links: pins.map((n) => wire(`pin${n}`, 'pulse', 'talk', `pin${n}`, { periodMs: 20 }, { slotSetting: `pin${n}` })),
    settings: pins.map((n) => ({
      id: `pin${n}`,
      label: `Pin ${n} carries slot`,
      values: settable ? SLOTS : [String(n)],
      default: String(n),
      how: 'menu' as const,
    })),
  };
};

export const AIR = { id: 'air', kind: 'radio' as const, way: 'listen' as const, pins: {}, params: {} };
export const TWO_ANTENNAS = 'Two antennas of one link: neither crossed nor screened, away from the compass.';

export const bindCues = [
  { when: 'powered, no link', shows: 'light blinks' },
  { when: 'linked', shows: 'light steady' },
];

export const antennaOut = (n: number) => antennaPort(`antenna${n}`, `antenna ${n}`, 'out', 'coax press');
