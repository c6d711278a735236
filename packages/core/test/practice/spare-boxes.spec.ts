/** A boat whose board has a contact that it may use, and a box that then nobody needs. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import type { Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { busReceiver, clicker, contact, still } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Boat board',
  group: 'Control',
  massG: 60,
  ports: [supplyPort('dc', 'power', 'left'), servoPort('rc', 'bus', 'left', 'in', 'supply'), contact('shot', 'out')],
  supplies: [eats('dc', [9, 18], 1, 2)],
  sources: [
    {
      ...{
        id: 'five',
        kind: 'buck',
        maxA: 2,
        outOhm: 0.02,
        plus: { port: 'rc', pin: 2 },
        minus: { port: 'rc', pin: 3 },
      },
      regulator: { volts: 5, dropoutV: 1, efficiency: 0.9, quiescentA: 0.01, fedBy: 'main' },
    },
  ],
  links: [wire('rc', 'sbus', 'listen', 'rc'), wire('shot', 'contact', 'talk', 'shot')],
  functions: (['yaw', 'throttle'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
    ...{
      rangeUs: [1000, 2000] as [number, number],
      range: { from: what === 'yaw' ? -100 : 0, to: 100, unit: '%' as const },
    },
  })),
});
const of = (kind: 'FPV' | 'hand-held or ground', wishes: ['photo'][] = [['photo']]) =>
  Proposed.of({
    ...brief(
      'Pond',
      kind,
      [
        ['PK', 'pack-4s'],
        ['TX', 'transmitter-16'],
        ['RX', busReceiver.class],
        ['FC', board.class],
        ['CL', clicker.class],
        ['CA', still.class],
      ],
      wishes,
    ),
    sheets: [board, busReceiver, clicker, still],
  });
const rules = (rig: Rig): string[] => analyse(rig).findings.flatMap((f) => (f.mark === 'clear' ? [] : f.rule));

describe('a box that nobody needs', () => {
  const now = of('FPV');
  it('stays unwired where the board works the camera itself, and is missed by nobody', () => {
    expect(now.between('FC', 'CA')).toHaveLength(1);
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(now.proposal.idle).toEqual([{ part: 'CL', why: 'nothing here is told through it' }]);
    expect(rules(now.rig)).not.toContain('supply-none');
    expect(
      planOf(now.rig)
        .find((s) => s.id === 'power')!
        .expects.map((e) => e.sight),
    ).not.toContain('CL.feed');
    expect(now.failing()).toEqual([]);
  });

  it('is missed as soon as a lead touches it', () => {
    const lead = now.between('FC', 'CA')[0]!;
    const wires = lead.wires.map((w) => {
      const over = (at: typeof w.from) => (at.part === 'FC' ? { ...at, part: 'CL', port: 'out' } : at);
      return { ...w, from: over(w.from), to: over(w.to) };
    });
    const rig = { ...now.rig, cables: now.rig.cables.map((c) => (c === lead ? { ...c, wires } : c)) };
    expect(rules(rig)).toContain('supply-none');
  });
});

it('a board that only flies reaches no camera by its contact, and nobody expects that', () => {
  expect(rules(of('FPV', []).rig)).not.toContain('reach-missing');
});

it('what floats stands in the middle of its throttle without radio, and what flies climbs', () => {
  const told = (kind: 'FPV' | 'hand-held or ground', valueUs: number): boolean => {
    const { rig } = of(kind);
    const slot = rig.bindings.find((b) => b.part === 'FC' && b.fn === 'throttle')?.slot ?? 3;
    const row = rig.shaping.some((s) => s.channel === slot && s.control !== null);
    const failSafes = [{ receiver: 'RX', slot, does: 'value' as const, valueUs }];
    return row && rules({ ...rig, failSafes }).includes('fail-safe-acts');
  };
  expect([told('FPV', 1500), told('FPV', 1000)]).toEqual([true, false]);
  expect([told('hand-held or ground', 1500), told('hand-held or ground', 1800)]).toEqual([false, true]);
});
