/** Parts that have their receiver inside: a small head told by nothing but the air, and a board that also hands channels on by a bus. */
import { describe, expect, it } from 'vitest';
import { boundReceivers } from '../../src/channels/index.js';
import { casebookOf, scoreOf } from '../../src/diagnose/index.js';
import { planOf } from '../../src/prove/index.js';
import { defineSheet, eats, halves, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const air = { id: 'air', kind: 'radio' as const, way: 'listen' as const, pins: {}, params: {} };
const axis = (what: 'tilt' | 'pan', over: string) => ({
  ...{ id: what, label: what, what, takes: 'position' as const, over: [over], joint: what },
  ...{ rangeUs: [1000, 2000] as [number, number], range: { from: -60, to: 60, unit: '°' as const } },
});
const head = defineSheet({
  ...base,
  class: 'own-air-head',
  role: 'gimbal',
  name: 'Head with its receiver',
  group: 'Payload',
  massG: 90,
  ports: [supplyPort('volts', 'volts', 'left')],
  supplies: [eats('volts', [4.7, 8.4], 2, 5)],
  links: [air],
  functions: [axis('tilt', 'air'), axis('pan', 'air')],
  joints: [joint('tilt', -60, 60), joint('pan', -60, 60)],
  starts: [{ text: 'looks ahead', seconds: 2, still: false }],
});
const board = defineSheet({
  ...base,
  class: 'own-air-board',
  role: 'controller',
  name: 'Board with its receiver',
  group: 'Control',
  massG: 12,
  cautions: ['Props off until proven.'],
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('out', 'bus out', 'right', 'out')],
  supplies: [eats('volts', [4.7, 5.5], 1.5, 2)],
  links: [air, wire('out', 'sbus', 'talk', 'out', { base: 1, scale: 'micro' })],
  functions: [
    ...(['roll', 'pitch', 'throttle', 'yaw'] as const).map((what) => ({
      ...{ id: what, label: what, what, takes: 'position' as const, over: ['air'] },
      rangeUs: [1000, 2000] as [number, number],
    })),
    { id: 'arm', label: 'Arm', what: 'arm', takes: 'latch', over: ['air'], windows: halves('off', 'armed') },
  ],
});
const busHead = defineSheet({
  ...head,
  class: 'own-bus-head',
  name: 'Head on the bus',
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('bus', 'bus', 'left', 'in')],
  links: [wire('bus', 'sbus', 'listen', 'bus', { base: 1, scale: 'micro' })],
  functions: [axis('tilt', 'bus'), axis('pan', 'bus')],
});

const proposed = (kind: 'FPV' | 'hand-held or ground', parts: PartLine[]): Proposed =>
  Proposed.of({
    ...brief(
      'Air heads',
      kind,
      [['PK', 'pack-2s'], ['R5', 'regulator-5v'], ['TX', 'transmitter-16'], ...parts],
      [
        ['tilt', { control: 'left-slider' }],
        ['pan', { control: 'right-slider' }],
      ],
    ),
    sheets: [head, board, busHead],
  });

describe.each([
  ['a head', proposed('hand-held or ground', [['HD', head.class]]), 'HD', [] as string[]],
  [
    'a board that hands on',
    proposed('FPV', [
      ['FC', board.class],
      ['HD', busHead.class],
    ]),
    'FC',
    ['roll', 'pitch', 'throttle', 'yaw'],
  ],
])('%s with its receiver inside', (_, now, own, flown) => {
  it('needs no lead to hear the transmitter', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect(now.analysis.brief).toMatchObject({ granted: 2, wanted: 2 });
    expect(now.analysis.findings.filter((f) => f.mark === 'stop')).toEqual([]);
    expect(now.control('HD.tilt')).toBe('left-slider');
    for (const fn of flown) expect(now.chain(`${own}.${fn}`).breaks).toBeNull();
  });

  it('waits once for a frame of the air', () => {
    const { waits } = now.analysis.channels.rows.flatMap((r) => r.moves)[0]!.latency;
    expect(waits.filter((w) => w.what.endsWith('frame'))).toHaveLength(1);
  });

  it('is proven by its sticks, with the faults of what it was told', () => {
    expect(now.failing()).toEqual([]);
    const { faults } = scoreOf(casebookOf(now.rig, planOf(now.rig)));
    const told = faults.filter((f) => /slot|reversed|told nothing/.test(f.fault.text));
    expect(told.length).toBeGreaterThan(3);
    expect(told.filter((f) => !f.noticedBy.length).map((f) => f.fault.text)).toEqual([]);
  });

  it('is not granted where nobody is on the air', () => {
    const silent = now.with([{ kind: 'removePart', part: 'TX' }]);
    expect(silent.analysis.brief.granted).toBe(0);
  });
});

/** The board flies by its own radio; a second set has a receiver whose every pin carries the channel of its number. */
const apart = (bound?: string): Proposed =>
  Proposed.of({
    ...brief(
      'Two sets',
      'FPV',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['T2', 'transmitter-16'],
        ['RX', 'receiver-8-pins', bound ? { bound } : {}],
        ['FC', board.class],
        ['G', 'gimbal-servo-pan'],
      ],
      (['pan', 'tilt', 'roll-trim', 'gimbal-power'] as const).map((what) => [what, { by: 'camera operator' }]),
    ),
    sheets: [board],
  });

describe('a board with its receiver inside, and a second set with a receiver of its own', () => {
  const now = apart();

  it('has the first channels of the second set for the payload: nothing flies by them', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect([...boundReceivers(now.rig)].sort()).toEqual([
      ['FC', 'TX'],
      ['RX', 'T2'],
    ]);
    expect(now.analysis.brief).toMatchObject({ granted: 4, wanted: 4 });
    expect(now.analysis.findings.filter((f) => f.mark === 'stop')).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('has work, though nothing is plugged into it', () =>
    expect(now.analysis.findings.filter((f) => f.rule === 'part-idle')).toEqual([]));

  it('keeps the channels that fly where the brief binds that receiver to the set that flies', () => {
    const one = apart('TX');
    const slots = (fns: string[]): (number | null)[] => fns.map((fn) => one.slot(fn));
    const flown = slots(['FC.roll', 'FC.pitch', 'FC.throttle', 'FC.yaw']);
    const told = slots(['G.tilt', 'G.pan', 'G.roll-trim', 'G.power']).filter((slot) => slot !== null);
    expect(boundReceivers(one.rig).get('RX')).toBe('TX');
    expect(told.length).toBeGreaterThan(1);
    expect(told.filter((slot) => flown.includes(slot))).toEqual([]);
  });
});
