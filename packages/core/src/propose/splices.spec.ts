import { describe, expect, it } from 'vitest';
import { brief, type PartLine } from '../../test/practice/bench.js';
import { Proposed } from '../../test/practice/proposed.js';
import { at, defineSheet, eats, supplyPort } from '../parts/shelf/define.js';
import type { Cable } from '../rig/index.js';
import { propose } from './propose.js';

const PARTS: PartLine[] = [
  ['PK', 'pack-4s'],
  ['R5', 'regulator-5v'],
  ['R12', 'regulator-12v'],
  ['GB', 'gimbal-two-axis'],
  ['RX', 'receiver-16'],
  ['TX', 'transmitter-16'],
];
const wired = (...more: PartLine[]): Proposed => Proposed.of(brief('Quay', 'rotor', [...PARTS, ...more], [['tilt']]));
const runsTo = ({ wires }: Cable, part: string): boolean =>
  wires.some((w) => w.from.part === part || w.to.part === part);
const fromPack = ({ rig }: Proposed): number => rig.cables.filter((c) => runsTo(c, 'PK')).length;

describe('a splice on the bench', () => {
  it('is where the leads of the pack meet: one lead to it, each load on a tap of its own', () => {
    const bare = wired();
    const now = wired(['SP', 'splice-four']);
    expect(fromPack(bare)).toBeGreaterThan(1);
    expect(fromPack(now)).toBe(1);
    const taps = now.rig.cables.filter((c) => runsTo(c, 'SP') && !runsTo(c, 'PK'));
    expect(taps).toHaveLength(fromPack(bare));
    expect(new Set(taps.map((c) => c.wires[0]!.from.port)).size).toBe(taps.length);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop')).toEqual(
      bare.analysis.findings.filter((f) => f.mark === 'stop'),
    );
    expect(now.proposal.choices.some((c) => c.text.endsWith('over Splice, four ways'))).toBe(true);
  });

  it('carries what all of them ask, and stays as it was wired when asked again', () => {
    const now = wired(['SP', 'splice-four']);
    const gauge = (cables: Cable[]): number => Math.min(...cables.map((c) => c.wires[0]!.gaugeAwg));
    const [trunk, ...none] = now.rig.cables.filter((c) => runsTo(c, 'PK'));
    expect(none).toEqual([]);
    expect(gauge([trunk!])).toBeLessThanOrEqual(gauge(now.rig.cables.filter((c) => runsTo(c, 'SP') && c !== trunk)));
    expect(propose(now.rig).edits).toEqual([]);
  });

  it('with the plug of one outlet is for that one, however many leave another', () => {
    const board = defineSheet({
      class: 'own-board',
      revision: 1,
      role: 'splice',
      name: 'Current board',
      summary: 'of their own',
      group: 'Power',
      massG: 15,
      ports: [
        supplyPort('in', 'in', 'left', 'spark-safe 5 mm'),
        ...[1, 2, 3, 4].map((n) => supplyPort(`t${n}`, `tap ${n}`, 'right', 'solder pads')),
      ],
      ties: [['in', 't1', 't2', 't3', 't4'].map((id) => at(id, 1))],
    });
    const more: PartLine[] = [
      ['RY', 'receiver-16'],
      ['RZ', 'receiver-16'],
      ['CB', board.class],
    ];
    const now = Proposed.of({ ...brief('Quay', 'rotor', [...PARTS, ...more], [['tilt']]), sheets: [board] });
    expect(now.rig.cables.filter((c) => runsTo(c, 'R5')).length).toBeGreaterThan(fromPack(now));
    expect(now.rig.cables.some((c) => runsTo(c, 'PK') && runsTo(c, 'CB'))).toBe(true);
  });

  it('is left alone where a single lead leaves an outlet', () => {
    const lone = Proposed.of(
      brief(
        'Quay',
        'rotor',
        [
          ['PK', 'pack-4s'],
          ['R5', 'regulator-5v'],
          ['RX', 'receiver-16'],
          ['SP', 'splice-four'],
        ],
        [],
      ),
    );
    expect(lone.rig.cables.some((c) => runsTo(c, 'SP'))).toBe(false);
  });

  it('gives no tap to a lead that asks more than its contact carries: that one stays at the pack', () => {
    const bar = defineSheet({
      ...{ class: 'own-bar', revision: 1, role: 'splice', name: 'Small bar', summary: 'of their own', group: 'Power' },
      massG: 20,
      ports: [
        supplyPort('in', 'in', 'left', 'spark-safe 5 mm'),
        ...[1, 2, 3, 4].map((n) => supplyPort(`w${n}`, `way ${n}`, 'right', 'screw terminal 5 mm')),
      ],
      ties: [['in', 'w1', 'w2', 'w3', 'w4'].map((id) => at(id, 1))],
    });
    const winch = (watts: number) =>
      defineSheet({
        ...{ class: 'own-winch', revision: 1, role: 'drive', name: 'Winch', summary: 'of their own', group: 'Payload' },
        massG: 300,
        ports: [supplyPort('dc', 'supply', 'left', 'spark-safe 5 mm')],
        supplies: [eats('dc', [9, 17], watts / 4, watts)],
      });
    const wiredWith = (watts: number): string[] => {
      const own = brief('Quay', 'rotor', [...PARTS, ['SP', bar.class], ['WI', 'own-winch']], [['tilt']]);
      const { rig } = Proposed.of({ ...own, sheets: [bar, winch(watts)] });
      return rig.cables.filter((c) => runsTo(c, 'WI')).map((c) => (runsTo(c, 'SP') ? 'bar' : 'pack'));
    };
    expect(wiredWith(60)).toEqual(['bar']);
    expect(wiredWith(300)).toEqual(['pack']);
  });
});
