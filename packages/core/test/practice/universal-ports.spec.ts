/** A box whose ports are told what hangs on them: an extension box on a serial pair, a body on a dummy battery, two packs on one board. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { compileBench, startBench, type Flaw } from '../../src/bench/index.js';
import { fixesOf } from '../../src/findings/index.js';
import type { PortUse, Sheet } from '../../src/parts/index.js';
import {
  at,
  defineSheet,
  eats,
  empty,
  ground,
  plus,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import { applyEdits, type Edit, type Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { contact } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const universal = (id: string) => ({
  id,
  label: `port ${id}`,
  side: 'left' as const,
  plug: { family: 'six-way latch', pins: 6 },
  pins: [plus(1), signal(2, 'TX', 'out'), signal(3, 'RX', 'in'), empty(4, 'n/c'), empty(5, 'n/c'), ground(6)],
});
const pair = (id: string, port: string) => ({
  id,
  kind: 'device-serial' as const,
  way: 'both' as const,
  pins: { send: at(port, 2), hear: at(port, 3) },
  params: { baud: 115_200, protocol: 'box extension' },
});
const PRESS = [{ fromUs: 1700, toUs: 2200, label: 'press' }];

const box = defineSheet({
  ...base,
  class: 'own-box',
  role: 'trigger',
  name: 'Universal box',
  group: 'Payload',
  massG: 60,
  ports: [
    supplyPort('volts', 'volts', 'left', 'wire ends'),
    servoPort('in', 'bus', 'left', 'in'),
    universal('b'),
    contact('out', 'out'),
  ],
  supplies: [eats('volts', [7, 28], 1.5, 3)],
  links: [wire('in', 'sbus', 'listen', 'in'), pair('ext', 'b'), wire('out', 'contact', 'talk', 'out')],
  assignablePorts: [{ port: 'b', mayBe: ['extension', 'smart battery', 'camera'], default: 'nothing' }],
  functions: [{ id: 'shot', label: 'Photo', what: 'photo', takes: 'pulse', over: ['in'], windows: PRESS }],
});
const extension = defineSheet({
  ...base,
  class: 'own-extension',
  role: 'trigger',
  name: 'Extension box',
  group: 'Payload',
  massG: 25,
  ports: [universal('in'), contact('shoe', 'in')],
  supplies: [{ ...eats('in', [4.5, 5.5], 0.5, 0.8), minus: at('in', 6) }],
  links: [pair('in', 'in'), wire('shoe', 'contact', 'listen', 'shoe')],
});
const body = defineSheet({
  ...base,
  class: 'own-body',
  role: 'camera',
  name: 'Body',
  group: 'Payload',
  massG: 700,
  ports: [supplyPort('cell', 'battery well', 'left', 'own cell'), contact('release', 'in'), contact('shoe', 'out')],
  supplies: [eats('cell', [6.8, 8.4], 6, 9)],
  links: [wire('release', 'contact', 'listen', 'release'), wire('shoe', 'contact', 'talk', 'shoe')],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 6000 },
});
const dummy = defineSheet({
  ...base,
  class: 'own-dummy',
  role: 'regulator',
  name: 'Dummy cell',
  group: 'Power',
  massG: 40,
  ports: [supplyPort('in', 'in', 'left', 'wire ends'), supplyPort('out', 'cell', 'right', 'own cell')],
  supplies: [
    {
      id: 'in',
      plus: at('in', 1),
      minus: at('in', 2),
      volts: [9, 30],
      draw: { kind: 'regulator', typical: 0, peak: 0 },
    },
  ],
  sources: [
    {
      id: 'out',
      kind: 'buck',
      plus: at('out', 1),
      minus: at('out', 2),
      maxA: 3,
      outOhm: 0.03,
      regulator: { volts: 7.4, dropoutV: 1.2, efficiency: 0.9, quiescentA: 0.02, fedBy: 'in' },
    },
  ],
});
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'splice',
  name: 'Current board',
  group: 'Power',
  massG: 40,
  ports: [
    supplyPort('a', 'pack A', 'left', 'two-way board plug'),
    supplyPort('b', 'pack B', 'left', 'two-way board plug'),
    ...[1, 2].map((n) => supplyPort(`o${n}`, `out ${n}`, 'right', 'wire ends')),
  ],
  // its grounds are said to be one, as a careful sheet does
  ties: [1, 2].map((pin) => ['a', 'b', 'o1', 'o2'].map((id) => at(id, pin))),
});
const pack = defineSheet({
  ...base,
  class: 'own-pack',
  role: 'pack',
  name: 'Pack',
  group: 'Power',
  massG: 900,
  ports: [supplyPort('main', 'main', 'right', 'two-way board plug')],
  sources: [
    {
      id: 'cells',
      kind: 'pack',
      plus: at('main', 1),
      minus: at('main', 2),
      maxA: 90,
      outOhm: 0.01,
      pack: { cells: 4, capacityMah: 8000 },
    },
  ],
});
const sheets: Sheet[] = [box, extension, body, dummy, board, pack];

const now = Proposed.of({
  ...brief(
    'Heather mapper',
    'rotor',
    [
      ['PA', pack.class],
      ['PB', pack.class],
      ['CB', board.class],
      ['R5', 'regulator-5v'],
      ['DC', dummy.class],
      ['RX', 'receiver-bus'],
      ['TX', 'transmitter-16'],
      ['BX', box.class],
      ['EX', extension.class],
      ['BD', body.class],
    ],
    [['photo']],
  ),
  sheets,
});
const stops = (rig: Rig): string[] =>
  analyse(rig)
    .findings.filter((f) => f.mark === 'stop')
    .map((f) => f.rule);
const tell = (use: PortUse): Edit => ({ kind: 'note', part: 'BX', change: { told: { b: use } } });

describe('a port that is told an extension', () => {
  it('is wired and told by a proposal, without a controller on the bench', () => {
    expect(now.proposal.unmet.map((u) => u.demand)).toEqual([]);
    expect(now.between('BX', 'EX')).toHaveLength(1);
    expect(now.rig.parts.find((p) => p.id === 'BX')!.told).toEqual({ b: 'extension' });
    expect(stops(now.rig)).toEqual([]);
  });

  it('is dark when told something else, and the fix tells it what hangs there', () => {
    const { rig, analysis } = now.with([tell('smart battery')]);
    const dark = analysis.findings.find((f) => f.rule === 'port-told-other')!;
    expect(dark.figures.find((f) => f.name === 'wants')!.value).toBe('extension');
    expect(stops(applyEdits(rig, fixesOf(dark)[0]!.edits).rig)).toEqual([]);
  });

  it('misses either wire of its pair, and stays as dark with both changed over', () => {
    const lead = now.between('BX', 'EX')[0]!;
    const pairs = lead.wires.flatMap((w, i) => ([2, 3].includes(w.from.pin) && [2, 3].includes(w.to.pin) ? [i] : []));
    expect(pairs).toHaveLength(2);
    for (const wire of pairs)
      expect(stops(now.with([{ kind: 'removeWire', cable: lead.id, wire }]).rig)).toContain('pair-half');
    expect(stops(now.with([{ kind: 'crossPair', cable: lead.id }]).rig)).toContain('pair-not-crossed');
  });
});

describe('two packs and what they feed', () => {
  const ends = (part: string): string[] =>
    now.rig.cables.flatMap((c) =>
      c.wires.some((w) => w.from.part === part || w.to.part === part)
        ? c.wires
            .flatMap((w) => [w.from, w.to])
            .filter((p) => p.part !== part)
            .map((p) => `${p.part}.${p.port}`)
        : [],
    );

  it('meet on the board that has their plugs, each on one of them, and every load on the others', () => {
    const plugs = ['PA', 'PB'].map((id) => [...new Set(ends(id))]);
    expect(plugs.flat().sort()).toEqual(['CB.a', 'CB.b']);
    const loads = new Set(
      ends('CB')
        .filter((end) => !end.startsWith('P'))
        .map((end) => end.split('.')[0]),
    );
    expect(loads.size).toBeGreaterThanOrEqual(3);
  });

  it('are told of when one of them has no way back, whatever the other still feeds', () => {
    for (const id of ['PA', 'PB']) {
      const lead = now.between(id, 'CB')[0]!;
      const wire = lead.wires.findIndex((w) => [w.from, w.to].some((p) => p.part === id && p.pin === 2));
      const { rig, analysis } = now.with([{ kind: 'removeWire', cable: lead.id, wire }]);
      const lost = analysis.findings.find((f) => f.rule === 'pack-unused')!;
      expect([lost.mark, lost.subjects]).toEqual(['stop', [id]]);
      expect(stops(applyEdits(rig, fixesOf(lost)[0]!.edits).rig)).toEqual([]);
    }
  });

  it('leave the dummy battery to the camera it is made for', () => {
    expect(now.feeder('BD')).toBe('DC');
    expect(new Set(ends('DC').map((end) => end.split('.')[0]))).toEqual(new Set(['CB', 'BD']));
  });
});

describe('a box that works its camera by a contact', () => {
  const shots = (flaws: Flaw[]): boolean[] => {
    const bench = compileBench(now.rig, 1, flaws);
    let state = startBench(bench, { awake: true });
    return planOf(now.rig)
      .filter((s) => !s.byEye)
      .flatMap((step) => {
        const played = playStep(bench, state, step);
        state = played.state;
        return step.id.startsWith('BX.shot') ? [played.verdict.passed] : [];
      });
  };

  it('takes no picture when nothing comes out of it, whatever its own lamp says', () => {
    expect(shots([])).toEqual([true, true]);
    expect(shots([{ kind: 'dead-output', part: 'BX', link: 'out' }])).not.toContain(true);
    expect(shots([{ kind: 'dead-output', part: 'BX', link: 'ext' }])).toEqual([true, true]);
  });
});
