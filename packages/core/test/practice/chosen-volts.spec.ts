/** A regulator whose strap chooses the volts, and plugs of families that are in no table. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { at, defineSheet, eats, ground, plus, supplyPort } from '../../src/parts/shelf/define.js';
import type { Port } from '../../src/parts/index.js';
import { contactsOhm } from '../../src/rails/index.js';
import { applyEdits, hasOff, newPart, sourcesAsSet, type Edit, type Rig } from '../../src/rig/index.js';
import { wakePlan } from '../../src/wake/plan.js';
import { leadOf, smallRig } from '../support/small-rig.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const twoWay = (id: string, family: string, side: 'left' | 'right'): Port => ({
  ...{ id, label: id, side, plug: { family, pins: 2 } },
  pins: [plus(1), ground(2)],
});
const strapped = (values: string[], how: 'strap at start' | 'switch on the device' = 'strap at start') =>
  defineSheet({
    ...base,
    ...{
      class: `own-strapped-${values.length}`,
      role: 'regulator',
      name: 'Strap regulator',
      group: 'Power',
      massG: 18,
    },
    ports: [twoWay('in', 'screw clamp', 'left'), twoWay('out', 'small pair', 'right')],
    supplies: [
      {
        ...{ id: 'in', plus: at('in', 1), minus: at('in', 2), volts: [7, 26] },
        draw: { kind: 'regulator', typical: 0, peak: 0 },
      },
    ],
    settings: [{ id: 'strap', label: 'Output strap', values, default: values[0]!, how }],
    sources: [5, 6].map((volts) => ({
      ...{ id: `v${volts}`, kind: 'buck' as const, plus: at('out', 1), minus: at('out', 2), maxA: 4, outOhm: 0.02 },
      regulator: { volts, dropoutV: 1, efficiency: 0.88, quiescentA: 0.01, fedBy: 'in' },
      when: { setting: 'strap', value: `${volts} V` },
    })),
  });
const eater = (volts: [number, number]) =>
  defineSheet({
    ...base,
    ...{
      class: `own-eater-${Math.floor(volts[0])}`,
      role: 'camera',
      name: `Eye of ${volts[0]} V`,
      group: 'Payload',
      massG: 40,
    },
    ports: [supplyPort('dc', 'supply', 'left')],
    supplies: [eats('dc', volts, 2, 3)],
    view: { wideDeg: 60, teleDeg: 60, pointsAcross: 1000 },
  });
const [five, six] = [eater([4.5, 5.5]), eater([5.6, 6.6])];

/** A pack, the regulator as it is strapped, and one eye behind it. */
function fed(sheet: ReturnType<typeof strapped>, eye: typeof five, strap: string): Rig {
  const parts: [string, typeof five][] = [
    ['RG', sheet],
    ['EY', eye],
  ];
  const edits = parts.map(([id, own]): Edit => ({ kind: 'addPart', part: newPart(id, own.class, id), sheet: own }));
  const start = smallRig({ PK: 'pack-4s' });
  const out = start.sheets['pack-4s']!.sources[0]!;
  return applyEdits(start, [
    ...edits,
    { kind: 'set', part: 'RG', setting: 'strap', value: strap },
    {
      kind: 'addCable',
      cable: leadOf('A', [
        `PK.${out.plus.port}.${out.plus.pin} RG.in.1`,
        `PK.${out.minus.port}.${out.minus.pin} RG.in.2`,
      ]),
    },
    { kind: 'addCable', cable: leadOf('B', ['RG.out.1 EY.dc.1', 'RG.out.2 EY.dc.2']) },
  ]).rig;
}
const rulesOf = (rig: Rig): string[] => analyse(rig).findings.map((f) => f.rule);

describe('a regulator whose strap chooses between two voltages', () => {
  const sheet = strapped(['5 V', '6 V']);

  it('is one source, on, whichever is chosen', () => {
    for (const [eye, strap] of [
      [five, '5 V'],
      [six, '6 V'],
    ] as const) {
      const rig = fed(sheet, eye, strap);
      const rules = rulesOf(rig);
      for (const rule of ['source-off', 'back-feed', 'supply-range', 'supply-none']) expect(rules).not.toContain(rule);
      const part = rig.parts.find((p) => p.id === 'RG')!;
      expect(sourcesAsSet(sheet, part).map((s) => s.when!.value)).toEqual([strap]);
    }
  });

  it('that gives the other volts is told, with the strap as a button that mends it', () => {
    for (const [eye, strap, right] of [
      [five, '6 V', '5 V'],
      [six, '5 V', '6 V'],
    ] as const) {
      const rig = fed(sheet, eye, strap);
      const told = analyse(rig).findings.filter((f) => f.rule === 'supply-range');
      expect(told).toHaveLength(1);
      const [fix] = fixesOf(told[0]!);
      expect(fix!.label).toContain(`Output strap ${right}`);
      expect(rulesOf(applyEdits(rig, fix!.edits).rig)).not.toContain('supply-range');
    }
  });

  it('has nothing to put on at waking; one that can be off has', () => {
    const asked = (own: ReturnType<typeof strapped>): boolean =>
      wakePlan(fed(own, five, '5 V')).steps.some((step) => step.id === 'RG:rail');
    expect(asked(strapped(['5 V', '6 V'], 'switch on the device'))).toBe(false);
    expect(asked(strapped(['5 V', '6 V', 'off'], 'switch on the device'))).toBe(true);
    expect(hasOff(sheet, sheet.sources[0]!)).toBe(false);
  });

  it('that is off is told once, by one of its sources', () => {
    const rig = fed(strapped(['5 V', '6 V', 'off'], 'switch on the device'), five, 'off');
    const rules = rulesOf(rig);
    expect(rules.filter((r) => r === 'source-off')).toHaveLength(1);
    expect(rules).not.toContain('back-feed');
  });

  it('is strapped by a proposal to what hangs on it', () => {
    for (const [eye, right] of [
      [five, '5 V'],
      [six, '6 V'],
    ] as const) {
      const own = brief(
        'strapped',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['RG', sheet.class],
          ['EY', eye.class],
        ],
        [],
      );
      const { rig } = Proposed.of({ ...own, sheets: [sheet, eye] });
      const set = rig.parts.find((p) => p.id === 'RG')!.settings.strap ?? '5 V';
      expect(set).toBe(right);
      expect(rulesOf(rig)).not.toContain('supply-range');
    }
  });
});

describe('a contact of a family that nobody knows', () => {
  const ends = { from: { part: 'PK', port: 'x', pin: 1 }, to: { part: 'RG', port: 'in', pin: 1 } };
  const rig = fed(strapped(['5 V', '6 V']), five, '5 V');

  it('is as large as the wire in it: never more than a small one, a thick wire next to nothing', () => {
    const at = (gaugeAwg: number): number => 1000 * contactsOhm(rig, { ...ends, from: ends.to, gaugeAwg });
    expect(at(30)).toBeCloseTo(10, 5);
    expect(at(12)).toBeLessThan(1.1);
    const gauges = [28, 26, 24, 22, 20, 18, 16, 14, 12, 10];
    gauges.slice(1).forEach((awg, i) => expect(at(awg)).toBeLessThanOrEqual(at(gauges[i]!)));
  });
});
