/** A control box that steers a gimbal over CAN and its camera over a serial line, told by a bus: sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import type { Sheet } from '../../src/parts/index.js';
import { at, defineSheet, ground, plus, servoPort, signal, wire } from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const plug = (id: string, label: string, pins: ReturnType<typeof signal>[], family = 'latching 1.25 mm') => ({
  id,
  label,
  side: 'left' as const,
  plug: { family, pins: pins.length },
  pins,
});
const can = (id: string) => plug(id, 'CAN', [signal(1, 'H', 'both'), signal(2, 'L', 'both'), ground(3, 'G')]);
const canLink = (id: string) => ({
  id,
  kind: 'can' as const,
  way: 'both' as const,
  pins: { data: at(id, 1) },
  alsoPins: [at(id, 2)],
  params: { baud: 1_000_000, base: 1 },
});
const supply = (id = 'supply') => plug(id, 'volts', [{ ...plus(1), way: 'in' }, ground(2)], 'two-way board plug');
const eats = (watts: number) => [
  {
    id: 'own',
    plus: at('supply', 1),
    minus: at('supply', 2),
    volts: [9, 26] as [number, number],
    draw: { kind: 'power' as const, typical: watts, peak: watts },
  },
];

const box = defineSheet({
  ...base,
  class: 'own-box',
  role: 'converter',
  name: 'Control box',
  group: 'Control',
  massG: 60,
  ports: [
    supply(),
    servoPort('bus', 'bus', 'left', 'in'),
    can('can'),
    plug('camera', 'camera', [signal(1, 'D', 'out'), ground(2, 'G')], 'USB C'),
  ],
  supplies: eats(3),
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { base: 1 }),
    canLink('can'),
    wire('camera', 'device-serial', 'talk', 'camera'),
  ],
});
const gimbal = defineSheet({
  ...base,
  class: 'own-gimbal',
  role: 'gimbal',
  name: 'Heavy gimbal',
  group: 'Payload',
  massG: 2000,
  ports: [supply(), can('can')],
  supplies: eats(20),
  links: [canLink('can')],
  functions: [
    { id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'rate', askedBy: [{ by: 'slot', over: ['can'] }], joint: 't' },
  ],
  joints: [{ id: 't', label: 'Tilt', minDeg: -100, maxDeg: 30, speedDegPerS: 80, carries: 'payload', axis: [0, 1, 0] }],
  starts: [{ text: 'finds level', seconds: 8, still: true }],
});
const camera = defineSheet({
  ...base,
  class: 'own-camera',
  role: 'camera',
  name: 'Body',
  group: 'Payload',
  massG: 700,
  inside: { battery: true, minutes: 90 },
  ports: [plug('usb', 'USB', [signal(1, 'D', 'in'), ground(2, 'G')], 'USB C')],
  links: [wire('usb', 'device-serial', 'listen', 'usb')],
  functions: [
    {
      id: 'photo',
      label: 'Photo',
      what: 'photo',
      takes: 'pulse',
      askedBy: [{ by: 'slot', over: ['usb'] }, { by: 'device' }],
      windows: [{ fromUs: 1700, toUs: 2200, label: 'click' }],
    },
  ],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 6000 },
});
const sheets: Sheet[] = [box, gimbal, camera];

const now = Proposed.of({
  ...brief(
    'Quarry mapper',
    'rotor',
    [
      ['PK', 'pack-4s'],
      ['R5', 'regulator-5v'],
      ['RX', 'receiver-bus'],
      ['TX', 'transmitter-16'],
      ['BX', box.class],
      ['GB', gimbal.class],
      ['CA', camera.class],
    ],
    [['tilt'], ['photo']],
  ),
  sheets,
});

describe('a control box between a receiver, a gimbal and a camera', () => {
  it('is wired whole, and hands the channels on', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(now.chain('GB.tilt').path.map((c) => c.kind)).toEqual(['sbus', 'can']);
    expect(now.chain('CA.photo').path.map((c) => c.kind)).toEqual(['sbus', 'device-serial']);
    expect(now.analysis.brief.wishes.map((w) => w.state)).toEqual(['granted', 'granted']);
  });

  it('does on the bench what its plan asks', () => {
    const moved = planOf(now.rig).filter((s) => !s.byEye && ['GB', 'CA'].includes(s.part) && s.moves.length > 0);
    expect(moved.length).toBeGreaterThan(2);
    expect(now.failing()).toEqual([]);
  });

  it('without the lead to the camera its own button is no way: it flies', () => {
    const cut = now.with([{ kind: 'removeCable', cable: now.lead('BX.camera', 'CA.usb').id }]);
    const wish = cut.analysis.brief.wishes.find((w) => w.wish.what === 'photo')!;
    expect(wish.state).not.toBe('granted');
  });
});
