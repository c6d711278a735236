/** A craft whose speed units together ask more than a contact of the pack's plug carries, and whose controller also takes a desk's lead. */
import { expect, it } from 'vitest';
import { at, defineSheet, eats, supplyPort } from '../../src/parts/shelf/define.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const pack = defineSheet({
  ...base,
  ...{ class: 'own-pack-6s', role: 'pack', name: 'Pack', group: 'Power', massG: 1900 },
  ports: [supplyPort('out', 'lead', 'right', 'spark-safe 5 mm')],
  sources: [
    {
      ...{ id: 'cells', kind: 'pack', plus: at('out', 1), minus: at('out', 2), maxA: 120, outOhm: 0.008 },
      pack: { cells: 6, capacityMah: 12_000 },
    },
  ],
});
const unit = defineSheet({
  ...base,
  ...{ class: 'own-speed-unit', role: 'drive', name: 'Speed unit', group: 'Control', massG: 35 },
  ports: [supplyPort('in', 'pack', 'left', 'solder pads')],
  supplies: [eats('in', [12, 26], 60, 220)],
});
const twelve = defineSheet({
  ...base,
  ...{ class: 'own-twelve', role: 'regulator', name: 'Twelve volts', group: 'Power', massG: 30 },
  ports: [supplyPort('in', 'in', 'left', 'solder pads'), supplyPort('out', 'out', 'right', 'solder pads')],
  supplies: [
    {
      ...{ id: 'in', plus: at('in', 1), minus: at('in', 2), volts: [14, 30] },
      draw: { kind: 'regulator', typical: 0, peak: 0 },
    },
  ],
  sources: [
    {
      ...{ id: 'out', kind: 'buck', plus: at('out', 1), minus: at('out', 2), maxA: 6, outOhm: 0.02 },
      regulator: { volts: 12, dropoutV: 1.5, efficiency: 0.92, quiescentA: 0.02, fedBy: 'in' },
    },
  ],
});
const eye = defineSheet({
  ...base,
  ...{ class: 'own-eye-usb', role: 'camera', name: 'Eye', group: 'Payload', massG: 60 },
  ports: [supplyPort('dc', 'supply', 'left', 'solder pads'), supplyPort('usb', 'desk', 'left', 'USB receptacle')],
  supplies: [eats('dc', [9, 13], 4, 6), { ...eats('usb', [4.5, 5.5], 3, 4, 'usb'), optional: true }],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 1000 },
});

const { rig, proposal, analysis } = Proposed.of({
  ...brief(
    'Six units',
    'rotor',
    [
      ['PK', pack.class],
      ...[1, 2, 3, 4, 5, 6].map((n): [string, string] => [`E${n}`, unit.class]),
      ['R12', twelve.class],
      ['EY', eye.class],
    ],
    [],
  ),
  sheets: [pack, unit, twelve, eye],
});

it('every unit is fed: a regulator that could not carry one of them is no other way to feed it', () => {
  const fed = new Set(rig.cables.flatMap((c) => c.wires.flatMap((w) => [w.from.part, w.to.part])));
  expect(['E1', 'E2', 'E3', 'E4', 'E5', 'E6'].filter((id) => !fed.has(id))).toEqual([]);
  expect(analysis.findings.filter((f) => f.rule === 'supply-none')).toEqual([]);
  expect(analysis.findings.map((f) => f.rule)).toContain('connector-overloaded');
});

it('a supply that a part does without is left alone, and nothing is said to be missing', () => {
  expect(proposal.unmet).toEqual([]);
  expect(
    rig.cables.some((c) => c.wires.some((w) => [w.from, w.to].some((e) => e.part === 'EY' && e.port === 'usb'))),
  ).toBe(false);
});
