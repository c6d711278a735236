/** Two senders with a screen each: what one screen misses is told of its own sender. Sheets of anyone's own. */
import { expect, it } from 'vitest';
import { compileBench, observe, startBench } from '../../src/bench/index.js';
import { casebookOf, unseenFaults } from '../../src/diagnose/index.js';
import { antennaPort, defineSheet, eats, picturePort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Picture' as const };
const channel = { id: 'ch', label: 'Channel', values: ['1', '2', '3'], default: '1', how: 'menu' as const };
const sender = defineSheet({
  ...base,
  class: 'own-sender',
  role: 'video-transmitter',
  name: 'Sender',
  massG: 20,
  ports: [
    supplyPort('dc', 'power', 'left'),
    picturePort('in', 'picture', 'left', 'in'),
    antennaPort('foot', 'antenna', 'out', 'coax screw'),
  ],
  supplies: [eats('dc', [9, 18], 4, 6)],
  links: [
    wire('in', 'composite', 'listen', 'in'),
    wire('foot', 'antenna', 'talk', 'foot'),
    { id: 'air', kind: 'radio', way: 'talk', pins: {}, params: {} },
  ],
  settings: [channel],
});
const screen = defineSheet({
  ...base,
  class: 'own-screen',
  role: 'display',
  name: 'Screen',
  massG: 0,
  inside: { battery: true, minutes: 120 },
  ports: [antennaPort('foot', 'antenna', 'out', 'coax screw')],
  links: [wire('foot', 'antenna', 'talk', 'foot'), { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} }],
  settings: [channel],
});
const on = (ch: string) => ({ settings: { ch } });
const now = Proposed.of({
  ...brief(
    'Two skies',
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['C1', 'nose-camera', { label: 'Front eye' }],
      ['C2', 'nose-camera', { label: 'Rear eye' }],
      ['S1', sender.class, { label: 'Sender one', ...on('1') }],
      ['S2', sender.class, { label: 'Sender two', ...on('3') }],
      ['D1', screen.class, { label: 'Screen one', ...on('1') }],
      ['D2', screen.class, { label: 'Screen two', ...on('3') }],
      ...[1, 2, 3, 4].map((n): PartLine => [`A${n}`, 'antenna-screw']),
    ],
    [],
  ),
  sheets: [sender, screen],
});

it('a screen whose socket is dead shows nothing of its own sender, and the other goes on', () => {
  expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
  const air = (...dead: string[]) => {
    const bench = compileBench(
      now.rig,
      1,
      dead.map((part) => ({ kind: 'dead-output', part, link: 'foot' })),
    );
    const seen = observe(bench, startBench(bench, { awake: true }));
    return [seen['S1.air'], seen['S2.air']];
  };
  expect(air()).toEqual(['clean', 'clean']);
  expect(air('D1')).toEqual(['noise', 'clean']);
  expect(air('D2')).toEqual(['clean', 'noise']);
  expect(now.failing()).toEqual([]);
});

it('and no dead output stays unseen', () => {
  const unseen = unseenFaults(casebookOf(now.rig, planOf(now.rig)));
  expect(unseen.filter(({ fault }) => fault.kind === 'output dead').map(({ fault }) => fault.text)).toEqual([]);
});
