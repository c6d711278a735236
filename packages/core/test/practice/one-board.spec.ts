/** A small craft all of one board that hears the air itself, works a lamp by a contact and drives bare motors; a head told by knobs. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { findChains } from '../../src/channels/index.js';
import { inFull } from '../../src/parts/short-forms.js';
import {
  defineSheet,
  eats,
  ground,
  halves,
  plus,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { brief } from './bench.js';
import { contact } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 5 };
const board = defineSheet({
  ...base,
  ...{ class: 'own-one-board', role: 'controller', name: 'One board', group: 'Control' },
  ports: [
    supplyPort('bat', 'battery', 'left', 'wire ends'),
    {
      id: 'm',
      label: 'motors',
      side: 'right',
      plug: { family: 'solder pads', pins: 2 },
      pins: [signal(1, '1', 'out'), signal(2, '2', 'out')],
    },
    contact('pad', 'out'),
  ],
  supplies: [eats('bat', [9, 18], 2, 3)],
  settings: [
    {
      id: 'pad',
      label: 'Pad follows',
      values: ['none', ...Array.from({ length: 12 }, (_, i) => String(i + 1))],
      default: 'none',
      how: 'app',
    },
  ],
  links: [
    { id: 'ear', kind: 'radio', way: 'listen', pins: {}, params: {} },
    { ...wire('m1', 'pulse', 'talk', 'm'), pins: { data: { port: 'm', pin: 1 } } },
    { ...wire('m2', 'pulse', 'talk', 'm'), pins: { data: { port: 'm', pin: 2 } } },
    { ...wire('pad', 'contact', 'talk', 'pad'), slotSetting: 'pad' },
  ],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['ear'], firstSlot: i + 1 },
    ...{
      rangeUs: [1000, 2000] as [number, number],
      range: { from: what === 'throttle' ? 0 : -100, to: 100, unit: '%' as const },
    },
  })),
});
const motor = defineSheet({
  ...base,
  ...{ class: 'own-bare-motor', role: 'drive', name: 'Bare motor', group: 'Power' },
  ports: [
    { id: 'w', label: 'winding', side: 'left', plug: { family: 'solder pads', pins: 1 }, pins: [signal(1, 'w', 'in')] },
  ],
  links: [wire('w', 'pulse', 'listen', 'w')],
});
const lamp = defineSheet({
  ...base,
  ...{ class: 'own-head-lamp', role: 'trigger', name: 'Head lamp', group: 'Payload' },
  ports: [contact('in', 'in'), supplyPort('bat', 'battery', 'left', 'wire ends')],
  supplies: [eats('bat', [9, 18], 2, 3)],
  links: [wire('in', 'contact', 'listen', 'in')],
  functions: [
    { id: 'lit', label: 'Lamp', what: 'standby', takes: 'latch', over: ['in'], windows: halves('dark', 'lit') },
  ],
});

describe('a board with its receiver in it', () => {
  const now = Proposed.of({
    ...brief(
      'Whoop',
      'FPV',
      [
        ['TX', 'transmitter-16'],
        ['BD', board.class],
        ['M1', motor.class],
        ['M2', motor.class],
        ['LA', lamp.class],
        ['PK', 'pack-3s'],
      ],
      [['standby']],
    ),
    sheets: [board, motor, lamp],
  });

  it('works what hangs on its contact, by the slot that is set on it', () => {
    expect(now.proposal.unmet).toEqual([]);
    const lit = findChains(now.rig).find((c) => c.part.id === 'LA')!;
    expect([lit.breaks, lit.path.map((c) => c.talker.part.id)]).toEqual([null, ['BD']]);
    expect(now.rig.parts.find((p) => p.id === 'BD')!.settings.pad).toBe(String(lit.slot));
    expect(now.failing()).toEqual([]);
  });

  it('shares no ground with what has none, and that is no fault', () => {
    expect(now.between('BD', 'M1')[0]!.wires).toHaveLength(1);
    expect(now.analysis.findings.filter((f) => f.rule === 'ground-missing')).toEqual([]);
  });
});

describe('a desk of knobs by lead', () => {
  const knobs = defineSheet({
    ...base,
    ...{ class: 'own-knobs', role: 'transmitter', name: 'Knobs', group: 'Control' },
    ports: [servoPort('a', 'a', 'right', 'out', 'supply'), servoPort('b', 'b', 'right', 'out', 'supply')],
    ties: [['a', 'b'].map((port) => ({ port, pin: 2 }))],
    supplies: [{ ...eats('a', [4, 8], 0.1, 0.1), plus: { port: 'a', pin: 2 }, minus: { port: 'a', pin: 3 } }],
    links: [wire('a', 'pulse', 'talk', 'a'), wire('b', 'pulse', 'talk', 'b')],
    controls: (['x', 'y'] as const).map((id, i) => ({
      id,
      label: `knob ${id}`,
      kind: 'knob' as const,
      x: 0.3 + 0.4 * i,
      y: 0.5,
    })),
  });
  const axis = (what: 'pan' | 'tilt') =>
    defineSheet({
      ...base,
      ...{ class: `own-servo-${what}`, role: 'gimbal', name: `${what} servo`, group: 'Payload' },
      ports: [servoPort('in', 'in', 'left', 'in', 'supply')],
      supplies: [{ ...eats('in', [4.6, 6.2], 0.8, 5), plus: { port: 'in', pin: 2 }, minus: { port: 'in', pin: 3 } }],
      links: [wire('in', 'pulse', 'listen', 'in')],
      functions: [
        {
          id: what,
          label: what,
          what,
          takes: 'position',
          over: ['in'],
          joint: what,
          rangeUs: [1000, 2000],
          range: { from: -60, to: 60, unit: '°' },
        },
      ],
      joints: [joint(what, -60, 60)],
    });
  const [pan, tilt] = [axis('pan'), axis('tilt')];

  it('carries its first pulse on slot 1, its second on slot 2', () => {
    expect(inFull(knobs).links.map((l) => inFull(knobs).settings.find((s) => s.id === l.slotSetting)?.default)).toEqual(
      ['1', '2'],
    );
  });

  it('is wired so, and moves both', () => {
    const now = Proposed.of({
      ...brief(
        'Pole',
        'hand-held or ground',
        [
          ['KN', knobs.class],
          ['P', pan.class],
          ['T', tilt.class],
          ['B5', 'regulator-5v'],
          ['PK', 'pack-3s'],
        ],
        [['pan'], ['tilt']],
      ),
      sheets: [knobs, pan, tilt],
    });
    expect(now.proposal.unmet).toEqual([]);
    expect([now.slot('P.pan'), now.slot('T.tilt')].sort()).toEqual([1, 2]);
    expect(now.failing()).toEqual([]);
  });
});

describe('volts that suit and are too few', () => {
  it('leave the rest to a pack that falls short at its end, rather than without', () => {
    const bank = defineSheet({
      ...base,
      ...{ class: 'own-bank', role: 'regulator', name: 'Bank', group: 'Power' },
      ports: [
        { id: 'o', label: 'out', side: 'right', plug: { family: 'wire ends', pins: 2 }, pins: [plus(1), ground(2)] },
      ],
      inside: { battery: true, minutes: 300 },
      sources: [
        {
          id: 'o',
          kind: 'buck',
          plus: { port: 'o', pin: 1 },
          minus: { port: 'o', pin: 2 },
          maxA: 2,
          outOhm: 0.02,
          fixedV: 12,
        },
      ],
    });
    const load = defineSheet({
      ...base,
      ...{ class: 'own-load', role: 'tool', name: 'Load', group: 'Payload' },
      ports: [supplyPort('in', 'in', 'left', 'wire ends')],
      supplies: [eats('in', [10.5, 13], 15, 20)],
    });
    const fed = (loads: number) =>
      Proposed.of({
        ...brief(
          'Bank',
          'hand-held or ground',
          [
            ['BK', bank.class],
            ['PK', 'pack-3s'],
            ...Array.from({ length: loads }, (_, i): [string, string] => [`L${i}`, load.class]),
          ],
          [],
        ),
        sheets: [bank, load],
      });
    expect(fed(1).feeder('L0')).toBe('BK');
    const two = fed(2);
    expect([two.feeder('L0'), two.feeder('L1')].sort()).toEqual(['BK', 'PK']);
    // which is told
    expect(two.proposal.unmet.map((u) => u.why)).toEqual([expect.stringMatching(/^Pack 3S feeds it, and gives/)]);
  });
});
