/** A picture goes through the air and on by leads: a ground box hands what it takes to a splitter, a screen and a recorder. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench, type Flaw } from '../../src/bench/index.js';
import { casebookOf, scoreOf } from '../../src/diagnose/index.js';
import { airSenders } from '../../src/loom/index.js';
import { defineSheet, antennaPort, eats, picturePort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import type { Edit } from '../../src/rig/index.js';
import { tuning } from '../support/screens.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Picture' as const };
const air = { id: 'air', kind: 'radio' as const, way: 'listen' as const, pins: {}, params: {} };
const volts = { ports: [supplyPort('volts', 'volts', 'left')], supplies: [eats('volts', [6, 17], 2, 3)] };

const sender = defineSheet({
  ...base,
  class: 'own-sender',
  role: 'video-transmitter',
  name: 'Sender',
  massG: 14,
  ports: [
    ...volts.ports,
    picturePort('in', 'picture', 'left', 'in'),
    antennaPort('foot', 'antenna', 'out', 'coax screw'),
  ],
  supplies: volts.supplies,
  links: [wire('in', 'composite', 'listen', 'in'), wire('foot', 'antenna', 'talk', 'foot')],
  settings: [tuning('2')],
});
const box = defineSheet({
  ...base,
  class: 'own-box',
  role: 'display',
  name: 'Ground box',
  massG: 0,
  ports: [
    ...volts.ports,
    picturePort('out', 'picture', 'right', 'out'),
    antennaPort('ear', 'antenna', 'out', 'coax screw'),
  ],
  supplies: volts.supplies,
  links: [air, wire('out', 'composite', 'talk', 'out'), wire('ear', 'antenna', 'talk', 'ear')],
  settings: [tuning('2')],
});
const splitter = defineSheet({
  ...base,
  class: 'own-splitter',
  role: 'converter',
  name: 'Splitter',
  massG: 0,
  ports: [
    ...volts.ports,
    picturePort('in', 'picture', 'left', 'in'),
    ...['a', 'b'].map((id) => picturePort(id, `out ${id}`, 'right', 'out')),
  ],
  supplies: volts.supplies,
  links: [wire('in', 'composite', 'listen', 'in'), ...['a', 'b'].map((id) => wire(id, 'composite', 'talk', id))],
});
const screen = defineSheet({
  ...base,
  class: 'own-monitor',
  role: 'display',
  name: 'Monitor',
  massG: 0,
  inside: { battery: true, minutes: 100 },
  ports: [picturePort('in', 'picture', 'left', 'in')],
  links: [wire('in', 'composite', 'listen', 'in')],
});
const groundPack = (massG: number): PartLine => [massG ? 'PK' : 'PG', massG ? 'pack-3s' : 'own-ground-pack'];
const packs = Proposed.of(brief('Packs', 'FPV', [groundPack(1)], [])).rig.sheets['pack-3s']!;

const now = Proposed.of({
  ...brief(
    'Marsh view',
    'FPV',
    [
      groundPack(1),
      groundPack(0),
      ['NC', 'nose-camera'],
      ['VT', sender.class],
      ['A1', 'antenna-screw'],
      ['A2', 'antenna-screw'],
      ['BX', box.class],
      ['SP', splitter.class],
      ['M1', screen.class],
      ['M2', screen.class, { label: 'Recorder' }],
    ],
    [],
  ),
  sheets: [sender, box, splitter, screen, { ...packs, class: 'own-ground-pack', name: 'Ground pack', massG: 0 }],
});
/** Whether each screen shows the camera, as the plan of the sound bench looks at it on this one. */
const seen = (on: Proposed, flaws: Flaw[] = []): boolean[] => {
  const bench = compileBench(on.rig, 1, flaws);
  return planOf(now.rig)
    .filter((step) => /^M\d\.picture/.test(step.id))
    .map((step) => playStep(bench, startBench(bench, { awake: true }), step).verdict.saw.endsWith('Nose camera'));
};
const cables = (a: string, b: string): Edit[] =>
  now.rig.cables
    .filter((c) => [a, b].every((id) => c.wires.some((w) => [w.from.part, w.to.part].includes(id))))
    .map(({ id }) => ({ kind: 'removeCable', cable: id }));

describe('a picture that goes through the air and on by leads', () => {
  it('is wired on either side, and never across', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect([now.has('NC', 'VT'), now.has('BX', 'SP'), now.has('SP', 'M1'), now.has('SP', 'M2')]).toEqual([
      ...[true, true, true, true],
    ]);
    expect([now.has('NC', 'SP'), now.has('PG', 'NC'), now.has('PK', 'BX'), now.has('PK', 'SP')]).toEqual([
      ...[false, false, false, false],
    ]);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop' || f.rule === 'part-idle')).toEqual([]);
  });

  it('is looked at where it ends, and is that of the camera', () => {
    expect(seen(now)).toEqual([true, true]);
    expect(now.failing()).toEqual([]);
  });

  it.each<[string, Edit[], Flaw[]]>([
    ['the box stands on another channel', [{ kind: 'set', part: 'BX', setting: 'own-channel', value: '3' }], []],
    ['the camera is not plugged in', cables('NC', 'VT'), []],
    ['the box has no antenna', ['A1', 'A2'].flatMap((a) => cables('BX', a)), []],
    ['the box puts nothing out', [], [{ kind: 'dead-output', part: 'BX', link: 'out' }]],
    ['the sender is dead', [], [{ kind: 'dead', part: 'VT' }]],
  ])('is not there when %s', (_, edits, flaws) => {
    expect(seen(now.with(edits), flaws)).toEqual([false, false]);
  });

  it('shows every fault on its way', () => {
    const { faults } = scoreOf(casebookOf(now.rig, planOf(now.rig)));
    const onWay = faults.filter((f) => /Ground box|Splitter|Monitor|Recorder|Sender/.test(f.fault.text));
    expect(onWay.length).toBeGreaterThan(10);
    expect(onWay.filter((f) => !f.noticedBy.length).map((f) => f.fault.text)).toEqual([]);
  });

  it('is nobody’s where two send and neither says where', () => {
    const plain = { ...sender, class: 'own-plain', settings: [] };
    const two = now.with([
      { kind: 'resheet', sheet: { ...sender, settings: [] } },
      {
        kind: 'addPart',
        part: { id: 'V2', class: plain.class, label: 'Spare', settings: {}, onBench: true, prepared: [] },
        sheet: plain,
      },
    ]);
    expect([...airSenders(now.rig)].map(([into, { id }]) => [into, id])).toEqual([['BX', 'VT']]);
    expect([...airSenders(two.rig)]).toEqual([]);
  });
});
