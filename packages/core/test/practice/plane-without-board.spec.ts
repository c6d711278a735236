/** A plane that flies without a board: two ailerons and two motors on fixed pins of one receiver, two cameras by one button. */
import { describe, expect, it } from 'vitest';
import { findChains } from '../../src/channels/index.js';
import type { FunctionWhat } from '../../src/parts/index.js';
import {
  at,
  defineSheet,
  eats,
  gives,
  regulatorIn,
  servoPort,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { applyEdits } from '../../src/rig/index.js';
import { fillChannels } from '../../src/channels/assign/assign.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const onLead = (volts: [number, number], typical: number, peak: number) => ({
  ...{ id: 'main', plus: at('lead', 2), minus: at('lead', 3), volts },
  draw: { kind: 'current' as const, typical, peak },
});
const servo = (what: FunctionWhat) =>
  defineSheet({
    ...base,
    class: `own-${what}`,
    role: 'drive',
    name: `Servo for ${what}`,
    group: 'Control',
    massG: 9,
    ports: [servoPort('lead', 'lead', 'left', 'in', 'supply')],
    supplies: [onLead([4.6, 6.2], 0.05, 0.3)],
    links: [wire('lead', 'pulse', 'listen', 'lead')],
    functions: [{ id: 'arm', label: what, what, takes: 'position', over: ['lead'], rangeUs: [1000, 2000] }],
  });
const motor = defineSheet({
  ...base,
  class: 'own-motor',
  role: 'drive',
  name: 'Motor with its unit',
  group: 'Power',
  massG: 80,
  cautions: ['Props off until proven.'],
  ports: [supplyPort('volts', 'volts', 'left', 'wire ends'), servoPort('lead', 'lead', 'left', 'in')],
  supplies: [eats('volts', [9, 17], 30, 90)],
  links: [wire('lead', 'pulse', 'listen', 'lead')],
  functions: [
    { id: 'run', label: 'Throttle', what: 'throttle', takes: 'position', over: ['lead'], rangeUs: [1000, 2000] },
  ],
});
const pins = Array.from({ length: 9 }, (_, i) => i + 1);
const receiver = defineSheet({
  ...base,
  class: 'own-nine-pins',
  role: 'receiver',
  name: 'Receiver, nine pins',
  group: 'Control',
  massG: 12,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    ...pins.map((n) => servoPort(`p${n}`, `pin ${n}`, 'right', 'out', 'supply')),
  ],
  ties: [[at('volts', 1), ...pins.map((n) => at(`p${n}`, 2))]],
  supplies: [eats('volts', [4.6, 6.5], 0.3, 0.4)],
  links: [
    { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
    ...pins.map((n) => ({ ...wire(`p${n}`, 'pulse', 'talk', `p${n}`), slotSetting: `s${n}` })),
  ],
  settings: pins.map((n) => ({
    id: `s${n}`,
    label: `Pin ${n}`,
    values: [`${n}`],
    default: `${n}`,
    how: 'menu' as const,
  })),
});
const fiveVolts = defineSheet({
  ...base,
  class: 'own-five-volts',
  role: 'regulator',
  name: 'Five volts',
  group: 'Power',
  massG: 20,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [7, 20])],
  sources: [gives('buck', 'out', 5.3, 6)],
});
const camera = defineSheet({
  ...base,
  class: 'own-camera',
  role: 'camera',
  name: 'Camera with its battery',
  group: 'Payload',
  massG: 90,
  inside: { battery: true, minutes: 60 },
  ports: [servoPort('lead', 'lead', 'left', 'in')],
  links: [wire('lead', 'pulse', 'listen', 'lead')],
  functions: [
    {
      ...{ id: 'film', label: 'Film', what: 'record', takes: 'pulse', over: ['lead'], cue: 'red lamp' },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'press' }],
    },
  ],
  view: { wideDeg: 90, teleDeg: 90, pointsAcross: 1920 },
});

const AXES = { AL: 'roll', AR: 'roll', EL: 'pitch', RU: 'yaw' } as const;
const bench = {
  ...brief(
    'Glider over the marsh',
    'fixed wing',
    [
      ['PK', 'pack-4s'],
      ['R5', fiveVolts.class],
      ['TX', 'transmitter-16'],
      ['RX', receiver.class],
      ...Object.entries(AXES).map(([id, what]): PartLine => [id, `own-${what}`]),
      ['M1', motor.class],
      ['M2', motor.class],
      ['C1', camera.class],
      ['C2', camera.class],
    ],
    ['C1', 'C2'].map((part) => ['record', { part, control: 'H' }]),
  ),
  sheets: [...(['roll', 'pitch', 'yaw'] as const).map(servo), motor, receiver, fiveVolts, camera],
};
const STICKS = { roll: 'right-x', pitch: 'right-y', throttle: 'left-y', yaw: 'left-x' } as const;
const HOME = { roll: 1, pitch: 2, throttle: 3, yaw: 4 } as const;

describe('a plane without a board', () => {
  const now = Proposed.of(bench);
  const flown = findChains(now.rig).flatMap((c) => (c.fn.what in STICKS ? [c] : []));

  it('has every axis on its own stick, however many parts turn about it', () => {
    expect(flown).toHaveLength(6);
    for (const { fn, control, breaks } of flown) {
      expect(breaks).toBeNull();
      expect(control!.id).toBe(STICKS[fn.what as keyof typeof STICKS]);
    }
  });

  it('has one part of each on the channel where it is looked for, and the second beyond the four', () => {
    for (const what of ['roll', 'pitch', 'throttle', 'yaw'] as const) {
      const slots = flown.filter((c) => c.fn.what === what).map((c) => c.slot!);
      expect(slots).toContain(HOME[what]);
      expect(slots.filter((n) => n !== HOME[what]).every((n) => n > 4)).toBe(true);
    }
  });

  it('records with both cameras by the one button that was wished, on a channel each', () => {
    expect([now.control('C1.film'), now.control('C2.film')]).toEqual(['H', 'H']);
    expect(now.slot('C1.film')).not.toBe(now.slot('C2.film'));
    expect(now.analysis.brief).toMatchObject({ granted: 2, wanted: 2 });
  });

  it('is told nothing, and proves it', () => {
    expect(
      now.analysis.findings.filter((f) => f.station === 'channels' || f.mark === 'stop').map((f) => f.title),
    ).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('a second camera joins the button that the first has', () => {
    const film = now.rig.shaping.filter((s) => s.control === 'H').at(-1)!;
    const without = now.with([{ kind: 'shape', transmitter: 'TX', channel: film.channel, change: { control: null } }]);
    const { edits, unsolved } = fillChannels(without.rig);
    expect(unsolved).toBeNull();
    const again = findChains(applyEdits(without.rig, edits).rig).filter((c) => c.fn.id === 'film');
    expect(again.map((c) => c.control?.id)).toEqual(['H', 'H']);
  });
});

it('a car is steered by the wheel of a set without sticks and driven by its trigger, and stays so', () => {
  const control = (id: string, label: string, kind: 'knob' | 'slider', sprung: boolean, x: number) => ({
    ...{ id, label, kind, sprung, x, y: 0.4 },
  });
  const set = defineSheet({
    ...base,
    class: 'own-set',
    role: 'transmitter',
    name: 'Set with a wheel',
    group: 'Control',
    massG: 0,
    inside: { battery: true, minutes: 300 },
    ports: [],
    links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 9, channels: 4 } }],
    controls: [
      control('c1', 'Wheel', 'knob', true, 0.6),
      control('c2', 'Trigger', 'slider', true, 0.3),
      control('c3', 'Lever', 'slider', false, 0.9),
    ],
  });
  const car = Proposed.of({
    ...brief(
      'Gravel run',
      'hand-held or ground',
      [
        ['PK', 'pack-4s'],
        ['R5', fiveVolts.class],
        ['TX', set.class],
        ['RX', receiver.class],
        ['ST', 'own-yaw'],
        ['MO', motor.class],
      ],
      [],
    ),
    sheets: [set, servo('yaw'), motor, receiver, fiveVolts],
  });
  const driven = (): Record<string, string | undefined> =>
    Object.fromEntries(findChains(car.rig).map((c) => [c.part.id, c.control?.label]));
  expect(driven()).toEqual({ ST: 'Wheel', MO: 'Trigger' });
  expect(fillChannels(car.rig, { again: true })).toMatchObject({ edits: [], rows: [] });
});
