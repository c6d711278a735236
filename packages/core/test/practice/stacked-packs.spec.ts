/** Packs that a proposal puts on top of one another, two receivers at one box, a phone that meets a radio. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { propose } from '../../src/propose/index.js';
import { planOf } from '../../src/prove/index.js';
import { solveRails } from '../../src/rails/index.js';
import { brief } from './bench.js';
import { busReceiver, contact, still } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 100 };
const lamp = (id: string, volts: [number, number]) =>
  defineSheet({
    ...base,
    ...{ class: `own-lamp-${id}`, role: 'tool', name: `Lamp ${id}`, group: 'Payload' },
    ports: [supplyPort('in', 'in', 'left', 'wire ends')],
    supplies: [eats('in', volts, 12, 20)],
  });
const [high, low, any] = [lamp('high', [36, 52]), lamp('low', [18, 26]), lamp('any', [12, 60])];
const of = (packs: number, lamps: (typeof high)[]) =>
  Proposed.of({
    ...brief(
      'Stack',
      'hand-held or ground',
      [
        ...Array.from({ length: packs }, (_, i): [string, string] => [`P${i}`, 'pack-6s']),
        ...lamps.map((l, i): [string, string] => [`L${i}`, l.class]),
      ],
      [],
    ),
    sheets: [high, low, any],
  });
const voltsAt = ({ rig }: Proposed, part: string): number =>
  solveRails(rig, 1).nodes.find((n) => n.part === part && n.allowed)!.volts;

describe('packs of one kind', () => {
  it('stand on one another where something takes their volts together and nothing gives them', () => {
    const now = of(2, [high, any]);
    expect(now.proposal.unmet).toEqual([]);
    expect(voltsAt(now, 'L0')).toBeGreaterThan(48);
    expect(voltsAt(now, 'L1')).toBeGreaterThan(48);
    // one wire from the one to the other, and nothing else
    const inSeries = now.rig.cables.filter((c) =>
      c.wires.every((w) => w.from.part.startsWith('P') && w.to.part.startsWith('P')),
    );
    expect(inSeries.map((c) => c.wires.map((w) => [w.from.pin, w.to.pin]))).toEqual([[[1, 2]]]);
    expect(now.failing()).toEqual([]);
  });

  it('stand as a locked lead has them, also where the same parts were stacked before', () => {
    const stacked = of(2, [high, any]);
    const [lead] = of(2, [any]).rig.cables.filter((c) =>
      c.wires.some((w) => [w.from, w.to].some((at) => at.part === 'L0')),
    );
    const wires = lead!.wires.map((w) => {
      const over = (at: typeof w.from) => (at.part === 'L0' ? { ...at, part: 'L1' } : at);
      return { ...w, from: over(w.from), to: over(w.to) };
    });
    const kept = propose({ ...stacked.bare, cables: [{ ...lead!, wires, locked: true }] });
    expect(kept.unmet.map((u) => u.part)).toEqual(['L0']);
  });

  it('stay side by side where nobody takes more, where one alone would be lost by it, and where they are too few', () => {
    expect(voltsAt(of(2, [any]), 'L0')).toBeLessThan(26);
    const torn = of(2, [high, low]);
    expect(voltsAt(torn, 'L1')).toBeLessThan(26);
    expect(torn.proposal.unmet.map((u) => u.part)).toEqual(['L0']);
    expect(of(1, [high]).proposal.unmet.map((u) => u.part)).toEqual(['L0']);
  });
});

describe('a box for two receivers', () => {
  const chooser = defineSheet({
    ...base,
    ...{ class: 'own-chooser', role: 'converter', name: 'Chooser', group: 'Control' },
    ports: [
      servoPort('a', 'a', 'left', 'in', 'supply'),
      servoPort('b', 'b', 'left', 'in', 'supply'),
      servoPort('o', 'o', 'right', 'out', 'supply'),
    ],
    ties: ([2, 3] as const).map((pin) => ['a', 'b', 'o'].map((port) => ({ port, pin }))),
    supplies: [{ ...eats('o', [4.5, 8.4], 0.2, 0.3), plus: { port: 'o', pin: 2 }, minus: { port: 'o', pin: 3 } }],
    links: [wire('a', 'sbus', 'listen', 'a'), wire('b', 'sbus', 'listen', 'b'), wire('o', 'sbus', 'talk', 'o')],
  });
  const fleet = (second: boolean) =>
    Proposed.of({
      ...brief(
        'Two ears',
        'rotor',
        [
          ['TX', 'transmitter-16'],
          ['R1', busReceiver.class],
          ...(second ? ([['R2', busReceiver.class]] as [string, string][]) : []),
          ['CH', chooser.class],
          ['FC', 'autopilot'],
          ['PK', 'pack-4s'],
          ['B5', 'regulator-5v'],
        ],
        [],
      ),
      sheets: [chooser, busReceiver],
    });

  it('stands between both and the controller', () => {
    const now = fleet(true);
    expect([now.between('R1', 'CH'), now.between('R2', 'CH'), now.between('CH', 'FC')].map((c) => c.length)).toEqual([
      1, 1, 1,
    ]);
    expect(now.between('R1', 'FC')).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('is left out where there is one', () => {
    const now = fleet(false);
    expect(now.between('R1', 'FC')).toHaveLength(1);
    expect(now.between('CH', 'FC')).toEqual([]);
  });
});

describe('a phone that meets a radio', () => {
  const slider = defineSheet({
    ...base,
    ...{ class: 'own-slider', role: 'drive', name: 'Slider', group: 'Payload' },
    ports: [supplyPort('in', 'in', 'left', 'wire ends'), contact('shot', 'out'), contact('focus', 'out')],
    supplies: [eats('in', [9, 26], 4, 9)],
    links: [
      { id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} },
      wire('shot', 'contact', 'talk', 'shot'),
      wire('focus', 'contact', 'talk', 'focus'),
    ],
    functions: [
      {
        id: 'shot',
        label: 'Shot',
        what: 'photo',
        takes: 'pulse',
        askedBy: [{ by: 'screen', over: ['air'], what: 'the button' }],
      },
    ],
  });
  const phone = defineSheet({
    ...base,
    ...{ class: 'own-phone', role: 'display', name: 'Phone', group: 'Control' },
    massG: 0,
    inside: { battery: true, minutes: 300 },
    links: [{ id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} }],
    apps: [{ id: 'page', name: 'Page', shows: [], steers: ['photo'] }],
  });
  const now = Proposed.of({
    ...brief(
      'Slow',
      'hand-held or ground',
      [
        ['SL', slider.class],
        ['PH', phone.class],
        ['CA', still.class],
        ['PK', 'pack-4s'],
      ],
      [['photo']],
    ),
    sheets: [slider, phone, still],
  });

  it('asks what the part does: no receiver is missed, each step is one', () => {
    expect(now.analysis.findings.map((f) => f.rule)).not.toContain('radio-none');
    expect(now.analysis.findings.map((f) => f.rule)).not.toContain('wish-open');
    const ids = planOf(now.rig).map((s) => s.id);
    expect(ids.filter((id) => id.startsWith('SL.shot'))).toHaveLength(1);
    expect(new Set(ids).size).toBe(ids.length);
    expect(now.failing()).toEqual([]);
  });
});
