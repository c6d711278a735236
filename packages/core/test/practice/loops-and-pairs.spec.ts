/** A picture over a pair of wires, a screen that hands it on, an eye with its sender in one case. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { compileBench, observe, runBench, startBench } from '../../src/bench/index.js';
import { findConversations } from '../../src/loom/index.js';
import { at, defineSheet, eats, picturePort, signal, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 50 };
const pairPort = (way: 'in' | 'out') => ({
  id: 'pair',
  label: 'pair',
  side: 'right' as const,
  plug: { family: 'screw terminal 5 mm', pins: 2 },
  pins: [signal(1, 'a', way), signal(2, 'b', way)],
});
const onPair = (way: 'talk' | 'listen') => ({
  ...wire('pair', 'composite', way, 'pair'),
  pins: { data: at('pair', 1) },
  alsoPins: [at('pair', 2)],
});
const low = defineSheet({
  ...base,
  ...{ class: 'own-low', role: 'converter', name: 'Low end', group: 'Picture' },
  ports: [picturePort('in', 'in', 'left', 'in'), pairPort('out')],
  links: [wire('in', 'composite', 'listen', 'in'), onPair('talk')],
  pictures: [{ output: 'pair', inputs: ['in'] }],
});
const high = defineSheet({
  ...base,
  ...{ class: 'own-high', role: 'converter', name: 'High end', group: 'Picture' },
  ports: [pairPort('in'), picturePort('out', 'out', 'right', 'out'), supplyPort('dc', 'volts', 'left')],
  supplies: [eats('dc', [9, 17], 1, 1)],
  links: [onPair('listen'), wire('out', 'composite', 'talk', 'out')],
  pictures: [{ output: 'out', inputs: ['pair'] }],
});
const screen = (id: string, loop: boolean) =>
  defineSheet({
    ...base,
    ...{ class: `own-screen-${id}`, role: 'display', name: `Screen ${id}`, group: 'Picture' },
    ports: [
      picturePort('in', 'in', 'left', 'in'),
      ...(loop ? [picturePort('on', 'on', 'right', 'out')] : []),
      supplyPort('dc', 'volts', 'left'),
    ],
    supplies: [eats('dc', [9, 17], 8, 9)],
    links: [wire('in', 'composite', 'listen', 'in'), ...(loop ? [wire('on', 'composite', 'talk', 'on')] : [])],
    ...(loop ? { pictures: [{ output: 'on', inputs: ['in'] }] } : {}),
  });
const [looped, last] = [screen('a', true), screen('b', false)];
const sheets = [low, high, looped, last];
const parts = (ends: string[]) =>
  [
    ['EY', 'fpv-camera-serial'],
    ['LL', low.class],
    ['LH', high.class],
    ...ends.map((cls, i): [string, string] => [`S${i}`, cls]),
    ['PK', 'pack-3s'],
  ] as [string, string][];

describe('a picture over a pair of wires', () => {
  const now = Proposed.of({ ...brief('Pair', 'hand-held or ground', parts([looped.class, last.class]), []), sheets });

  it('wants no ground between its two boxes, and comes through both and the screen that hands it on', () => {
    const over = findConversations(now.rig).find((c) => c.talker.part.id === 'LL')!;
    expect([over.listener.part.id, over.troubles]).toEqual(['LH', []]);
    expect(now.between('LL', 'LH')[0]!.wires).toHaveLength(2);
    expect(now.between('S0', 'S1')).toHaveLength(1);
    expect(now.failing()).toEqual([]);
  });

  it('is looked at on each screen', () => {
    expect(
      planOf(now.rig)
        .filter((s) => s.kind === 'pictures')
        .map((s) => s.part),
    ).toEqual(['S0', 'S1']);
  });

  it('ends at a screen whose loop nobody takes, which is not idle', () => {
    const alone = Proposed.of({ ...brief('Pair', 'hand-held or ground', parts([looped.class]), []), sheets });
    expect(
      planOf(alone.rig)
        .filter((s) => s.kind === 'pictures')
        .map((s) => s.part),
    ).toEqual(['S0']);
    expect(analyse(alone.rig).findings.filter((f) => f.rule === 'part-idle')).toEqual([]);
    expect(alone.failing()).toEqual([]);
  });
});

describe('an eye with its sender in one case', () => {
  const eye = defineSheet({
    ...base,
    ...{ class: 'own-eye', role: 'camera', name: 'Eye', group: 'Picture' },
    ports: [supplyPort('dc', 'volts', 'left')],
    supplies: [eats('dc', [3.3, 17], 2, 2)],
    links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: {} }],
    view: { wideDeg: 120, teleDeg: 120, pointsAcross: 600 },
  });
  const goggles = defineSheet({
    ...base,
    ...{ class: 'own-goggles', role: 'display', name: 'Goggles', group: 'Picture' },
    massG: 0,
    inside: { battery: true, minutes: 90 },
    links: [{ id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} }],
  });
  const now = Proposed.of({
    ...brief(
      'Eye',
      'FPV',
      [
        ['EY', eye.class],
        ['GO', goggles.class],
        ['PK', 'pack-3s'],
      ],
      [],
    ),
    sheets: [eye, goggles],
  });

  it('is on the air while it has volts, and is looked at on the ground', () => {
    const seen = (rig: typeof now.rig) => {
      const bench = compileBench(rig);
      return observe(bench, runBench(bench, startBench(bench, { awake: true }), 100));
    };
    expect(seen(now.rig)).toMatchObject({ 'EY.on-air': 'EY', 'EY.air': 'clean' });
    expect(seen({ ...now.rig, cables: [] })).toMatchObject({ 'EY.on-air': null, 'EY.air': null });
    expect(planOf(now.rig).map((s) => s.id)).toContain('EY.air');
    expect(now.failing()).toEqual([]);
  });
});
