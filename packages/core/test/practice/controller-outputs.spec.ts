/** A controller whose outputs are told by a setting which channel they repeat: sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { findChains } from '../../src/channels/index.js';
import { slotNamed, slotsNamed, valueNaming } from '../../src/parts/index.js';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { at } from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { planOf } from '../../src/prove/index.js';
import type { Edit, Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const AXES = ['roll', 'pitch', 'throttle', 'yaw'] as const;
const PASSES = ['nothing', ...[5, 6, 7, 8, 9, 10].map((n) => `channel ${n}`)];

const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Board',
  group: 'Control',
  massG: 30,
  board: 'middle',
  ports: [
    supplyPort('volts', 'volts', 'left'),
    servoPort('rc', 'rc', 'left', 'in'),
    servoPort('s1', 'servo 1', 'right', 'out'),
    servoPort('s2', 'servo 2', 'right', 'out'),
  ],
  supplies: [eats('volts', [4.5, 5.5], 1, 2)],
  links: [
    wire('rc', 'sbus', 'listen', 'rc', { base: 1 }),
    { ...wire('s1', 'pulse', 'talk', 's1'), slotSetting: 'passes-1' },
    { ...wire('s2', 'pulse', 'talk', 's2'), slotSetting: 'passes-2' },
  ],
  settings: [1, 2].map((n) => ({
    id: `passes-${n}`,
    label: `Servo ${n} passes`,
    values: PASSES,
    default: 'nothing',
    how: 'app' as const,
  })),
  functions: AXES.map((what) => ({
    id: what,
    label: what,
    what,
    takes: 'position' as const,
    over: ['rc'],
    rangeUs: [1000, 2000] as [number, number],
  })),
});
const arm = defineSheet({
  ...base,
  class: 'own-arm',
  role: 'gimbal',
  name: 'Servo arm',
  group: 'Payload',
  massG: 12,
  ports: [servoPort('lead', 'lead', 'left', 'in', 'supply')],
  supplies: [{ ...eats('lead', [4.5, 6], 0.4, 2), plus: at('lead', 2), minus: at('lead', 3) }],
  links: [wire('lead', 'pulse', 'listen', 'lead')],
  functions: [{ id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'position', over: ['lead'], joint: 'tilt' }],
  joints: [joint('tilt', -45, 45, 300)],
});

const now = Proposed.of({
  ...brief(
    'Linnet scout',
    'FPV',
    [
      ['PK', 'pack-4s'],
      ['R5', 'regulator-5v'],
      ['RX', 'receiver-bus'],
      ['TX', 'transmitter-16'],
      ['FC', board.class],
      ['SV', arm.class],
    ],
    [['tilt']],
  ),
  sheets: [board, arm],
});
const setting = (rig: Rig): string =>
  Object.entries(rig.parts.find((p) => p.id === 'FC')!.settings).flatMap(([, v]) => (v === 'nothing' ? [] : [v]))[0]!;

describe('an output of a controller that a setting tells its channel', () => {
  it('is told by a proposal, and needs no telling at the device', () => {
    expect(now.proposal.unmet.map((u) => u.demand)).toEqual([]);
    expect(setting(now.rig)).toBe(`channel ${now.slot('SV.tilt')}`);
    expect(now.rig.bindings.some((b) => b.part === 'SV')).toBe(false);
    expect(now.chain('SV.tilt').breaks).toBeNull();
    expect(now.failing()).toEqual([]);
  });

  it('repeats what it is told and nothing else', () => {
    const [id] = Object.keys(now.rig.parts.find((p) => p.id === 'FC')!.settings).filter((key) =>
      key.startsWith('passes'),
    );
    const told = (value: string): Proposed => now.with([{ kind: 'set', part: 'FC', setting: id!, value }]);
    const slotOf = (rig: Rig): number | null => findChains(rig).find((c) => c.part.id === 'SV')!.slot;
    expect([slotOf(told('channel 9').rig), slotOf(told('nothing').rig)]).toEqual([9, null]);
    expect(analyse(told('nothing').rig).brief.granted).toBe(0);
    expect(told('channel 9').chain('SV.tilt').breaks).toMatch(/channel 9/);
  });
});

/** Puts out the bus that it hears; its head is slow, counts from 0 and by the scale of the board's output. */
const passing = defineSheet({
  ...board,
  class: 'own-passing-board',
  name: 'Passing board',
  ports: [...board.ports.slice(0, 2), servoPort('out', 'bus out', 'right', 'out')],
  links: [board.links[0]!, wire('out', 'sbus', 'talk', 'out', { base: 1, scale: 'percent' })],
  settings: [],
});
const slowHead = defineSheet({
  ...base,
  class: 'own-slow-head',
  role: 'gimbal',
  name: 'Slow head',
  group: 'Payload',
  massG: 900,
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('bus', 'bus', 'left', 'in')],
  supplies: [eats('volts', [4.5, 5.5], 0.4, 2)],
  links: [wire('bus', 'sbus', 'listen', 'bus', { base: 0, scale: 'percent' })],
  functions: [{ id: 'pan', label: 'Pan', what: 'pan', takes: 'position', over: ['bus'], joint: 'turn' }],
  joints: [joint('turn', -180, 180, 20)],
});

describe('a bus that a controller puts out', () => {
  const parts: [string, string][] = [
    ...([
      ['PK', 'pack-4s'],
      ['R5', 'regulator-5v'],
      ['RX', 'receiver-bus'],
      ['TX', 'transmitter-16'],
    ] as [string, string][]),
    ...([
      ['FC', passing.class],
      ['HD', slowHead.class],
    ] as [string, string][]),
  ];
  const by = Proposed.of({ ...brief('Linnet scout', 'FPV', parts, [['pan']]), sheets: [passing, slowHead] });
  const behind = by.with([
    ...by
      .between('RX', 'HD')
      .flatMap((c): Edit[] =>
        c.wires.flatMap((w): Edit[] =>
          [w.from, w.to].some((p) => p.part === 'HD') ? [{ kind: 'removeWire', cable: c.id, wire: w.id! }] : [],
        ),
      ),
    {
      kind: 'addCable',
      cable: by.fresh([
        ['FC.out.1', 'HD.bus.1'],
        ['FC.out.3', 'HD.bus.3', 'black'],
      ]),
    },
  ]);

  it('carries the channels that it hears, slot by slot', () => {
    const pan = behind.chain('HD.pan');
    expect(pan.path.map((c) => `${c.talker.part.id} ${c.kind}`)).toEqual(['RX sbus', 'FC sbus']);
    expect([pan.breaks, pan.slot]).toEqual([null, by.slot('HD.pan')]);
    expect(behind.analysis.brief.granted).toBe(1);
  });

  it('lets every step pass: a slow joint is waited for', () => {
    const steps = planOf(behind.rig).filter((s) => s.part === 'HD' && s.moves.length);
    expect(steps.map((s) => s.travelMs)).toEqual(steps.map(() => 18000));
    expect(steps.length).toBeGreaterThan(0);
    expect(behind.failing()).toEqual([]);
  });

  it('is taken by the scale of the lead whose ends count otherwise', () => {
    const other = {
      ...passing,
      links: passing.links.map((l) =>
        l.id === 'out' ? { ...l, params: { ...l.params, scale: 'micro' as const } } : l,
      ),
    };
    const odd = behind.with([{ kind: 'resheet', sheet: other }]);
    expect(odd.chain('HD.pan').scales).toEqual({ talker: 'micro', listener: 'percent' });
  });
});

describe('a value of a setting that names a slot', () => {
  const of = (values: string[]) => ({ id: 's', label: 'Passes', values, default: values[0]!, how: 'menu' as const });

  it('is read however it is written, and auxiliary 1 is the fifth', () => {
    expect(['7', 'slot 7', 'CH7', 'channel 12', 'AUX 3', 'aux1', 'off'].map(slotNamed)).toEqual([
      7,
      7,
      7,
      12,
      7,
      5,
      null,
    ]);
    expect(slotsNamed(of(['none', 'aux 1', 'aux 2']))).toEqual([5, 6]);
    expect([valueNaming(of(['none', 'aux 1']), 5), valueNaming(of(['none', 'aux 1']), 7)]).toEqual([
      'aux 1',
      undefined,
    ]);
  });
});
