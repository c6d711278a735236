/** A box that has a fuse for each way out of it: a sheet of anyone's own. */
import { describe, expect, it } from 'vitest';
import { at, defineSheet, supplyPort } from '../../src/parts/shelf/define.js';
import type { Wire } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const WAYS = [1, 2, 3];
const box = (fused: boolean) =>
  defineSheet({
    revision: 1,
    summary: 'of their own',
    class: 'own-box',
    role: 'splice',
    name: 'Way box',
    group: 'Power',
    massG: 90,
    fused,
    ports: [
      supplyPort('in', 'in', 'left', 'power blade 10 mm'),
      ...WAYS.map((n) => supplyPort(`way${n}`, `way ${n}`, 'right', 'screw terminal 5 mm')),
    ],
    ties: [[at('in', 1), ...WAYS.map((n) => at(`way${n}`, 1))]],
  });
const bench = (fused: boolean): Proposed =>
  Proposed.of({
    ...brief(
      'Dunlin boat',
      'hand-held or ground',
      [
        ['PK', 'pack-4s'],
        ['BX', 'own-box'],
        ['R5', 'regulator-5v'],
        ['R12', 'regulator-12v'],
        ['RX', 'receiver-bus'],
        ['TX', 'transmitter-16'],
        ['GB', 'gimbal-three-bus'],
      ],
      [['tilt']],
    ),
    sheets: [box(fused)],
  });
const fusesOut = ({ rig }: Proposed): Wire[] =>
  rig.cables.flatMap((c) => c.wires.filter((w) => w.inline?.kind === 'fuse' && w.from.part === 'BX'));

describe('a lead out of a box with fuses', () => {
  it('has none of its own; out of one without it has', () => {
    expect(bench(true).rig.cables.some((c) => c.wires.some((w) => w.from.part === 'BX'))).toBe(true);
    expect(fusesOut(bench(true))).toEqual([]);
    expect(fusesOut(bench(false)).length).toBeGreaterThan(0);
  });

  it('leaves nothing to be told of fuses', () => {
    for (const now of [bench(true), bench(false)])
      expect(now.analysis.findings.filter((f) => f.rule.startsWith('fuse')).map((f) => f.title)).toEqual([]);
  });
});
