/** Several packs on one bench: one on top of the other, side by side, each at a socket of one part, or each for itself. */
import { describe, expect, it } from 'vitest';
import { fixesOf } from '../../src/findings/index.js';
import { askedReading } from '../../src/wake/index.js';
import { defineSheet, eats, regulatorIn, gives, supplyPort } from '../../src/parts/shelf/define.js';
import { solveRails } from '../../src/rails/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Power' as const };
const lamp = (id: string, volts: [number, number], sockets = ['in']) =>
  defineSheet({
    ...base,
    class: `own-lamp-${id}`,
    role: 'tool',
    name: `Lamp ${id}`,
    massG: 100,
    ports: sockets.map((s) => supplyPort(s, s, 'left', 'wire ends')),
    supplies: sockets.map((s) => eats(s, volts, 12, 20, s)),
  });
const high = lamp('high', [30, 52]);
const low = lamp('low', [12, 26]);
const two = lamp('two', [12, 26], ['a', 'b']);
const buck = defineSheet({
  ...base,
  class: 'own-buck',
  role: 'regulator',
  name: 'Buck',
  massG: 30,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'out', 'right', 'wire ends')],
  supplies: [regulatorIn('in', [14, 60])],
  sources: [gives('buck', 'out', 12, 5)],
});

const bench = Proposed.of({
  ...brief(
    'Packs',
    'hand-held or ground',
    [
      ['A', 'pack-6s'],
      ['B', 'pack-6s'],
      ['HI', high.class],
      ['LO', low.class],
      ['MID', low.class],
      ['TWO', two.class],
      ['BK', buck.class],
    ],
    [],
  ),
  sheets: [high, low, two, buck],
});

type Wires = [from: string, to: string, colour?: string][];
const wired = (...leads: Wires[]): Proposed => {
  const rig = { ...bench.bare, cables: leads.map((wires, i) => ({ ...bench.fresh(wires), id: `C${i + 1}` })) };
  return new Proposed(bench.bare, bench.proposal, rig);
};
const pair = (from: string, to: string): Wires => [
  [`${from}.1`, `${to}.1`, 'red'],
  [`${from}.2`, `${to}.2`, 'black'],
];
const charged = (now: Proposed, part: string, volts: number): Proposed =>
  now.with([{ kind: 'note', part, change: { charge: { volts } } }]);
const told = (now: Proposed): string[] =>
  now.analysis.findings.filter((f) => f.rule === 'polarity' || f.rule === 'packs-unequal').map((f) => f.rule);
const note = (now: Proposed): string => now.analysis.wake.steps.find((s) => s.id === 'B:on')!.note;

const SERIES: Wires[] = [
  [['A.out.1', 'B.out.2', 'red']],
  [
    ['B.out.1', 'HI.in.1', 'red'],
    ['A.out.2', 'HI.in.2', 'black'],
  ],
];

describe('two packs in series', () => {
  const now = wired(...SERIES);
  it('are no swapped polarity, and give twice the volts', () => {
    expect(told(now)).toEqual([]);
    expect(solveRails(now.rig, 1).nodes.find((n) => n.part === 'HI')!.volts).toBeGreaterThan(49);
  });
  it('are charged alike, and read against each other', () => {
    expect(note(now)).toContain('within 1.0 V of');
    expect(askedReading(now.rig, 'B:on')!.before).toEqual(['A:on']);
    expect(told(charged(now, 'B', 22))).toEqual(['packs-unequal']);
  });
  it('round in a ring are a short', () =>
    expect(told(wired(...SERIES, [['B.out.1', 'A.out.2', 'red']]))).toContain('polarity'));
  it('with an outer pole on nothing are a lead put wrong', () =>
    expect(told(wired([['A.out.1', 'B.out.2', 'red']], pair('A.out', 'LO.in')))).toEqual(['polarity']));
  it('feed from the middle what takes the volts of one', () => {
    const both = wired(...SERIES, [
      ['A.out.1', 'LO.in.1', 'red'],
      ['A.out.2', 'LO.in.2', 'black'],
    ]);
    expect(told(both)).toEqual([]);
    expect(solveRails(both.rig, 1).nodes.find((n) => n.part === 'LO')!.volts).toBeCloseTo(25, 0);
  });
});

describe('two packs that share a load are held against each other', () => {
  const side = wired(pair('A.out', 'LO.in'), pair('B.out', 'LO.in'));
  const sockets = wired(pair('A.out', 'TWO.a'), pair('B.out', 'TWO.b'));
  it.each([
    ['side by side', side],
    ['at two sockets of one part', sockets],
  ])('%s', (_, now) => {
    expect(note(now)).toContain('within 1.0 V of');
    expect(told(now)).toEqual([]);
    expect(told(charged(now, 'B', 22))).toEqual(['packs-unequal']);
  });
});

it('a button that brings unequal packs together says so', () => {
  const half = wired(pair('A.out', 'TWO.a'), [['B.out.2', 'TWO.b.2', 'black']]);
  const labels = (now: Proposed): string[] =>
    now.analysis.findings.filter((f) => f.rule === 'pack-unused').flatMap((f) => fixesOf(f).map((x) => x.label));
  expect(labels(half)).toEqual(['Add the plus wire']);
  expect(labels(charged(half, 'B', 22)).join()).toMatch(
    /^Add the plus wire; .* are then 3\.\d+ V apart: charge them first$/,
  );
});

describe('two packs that feed nothing in common', () => {
  const now = wired(pair('A.out', 'LO.in'), pair('B.out', 'MID.in'));
  it('need not agree', () => {
    expect(note(now)).toMatch(/^\d.*V expected$/);
    expect(askedReading(now.rig, 'B:on')!.before).toEqual([]);
    expect(told(charged(now, 'B', 22))).toEqual([]);
  });
  it('nor where one is made over first', () =>
    expect(
      told(charged(wired(pair('A.out', 'LO.in'), pair('B.out', 'BK.in'), pair('BK.out', 'MID.in')), 'B', 22)),
    ).toEqual([]));
});
