/** A desk without a radio, fed by the rig's own pack, that tells two heads over one line: nothing is on the air. */
import { describe, expect, it } from 'vitest';
import { casebookOf, scoreOf } from '../../src/diagnose/index.js';
import type { Sheet } from '../../src/parts/index.js';
import { at, defineSheet, eats, ground, signal, supplyPort } from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { planOf } from '../../src/prove/index.js';
import { wakeTasks } from '../../src/wake/index.js';
import { brief, type WishLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const terminals = (way: 'in' | 'out') => ({
  id: 'line',
  label: 'line',
  side: 'right' as const,
  plug: { family: 'screw terminal 5 mm', pins: 3 },
  pins: [signal(1, 'A', way), signal(2, 'B', way), ground(3)],
});
const bytes = (way: 'talk' | 'listen', more: Sheet['links'][number]['params'] = {}) => ({
  id: 'line',
  kind: 'device-serial' as const,
  way,
  pins: { data: at('line', 1) },
  alsoPins: [at('line', 2)],
  params: { baud: 9600, protocol: 'head bytes', base: 1, ...more },
});

const desk = defineSheet({
  ...base,
  class: 'own-desk',
  role: 'transmitter',
  name: 'Head desk',
  group: 'Control',
  massG: 900,
  ports: [terminals('out'), supplyPort('volts', 'volts', 'left', 'wire ends')],
  supplies: [eats('volts', [9, 17], 3, 4)],
  links: [bytes('talk', { channels: 8, periodMs: 40 })],
  controls: [
    { id: 'lever-x', label: 'lever ↔', kind: 'stick', x: 0.3, y: 0.6 },
    { id: 'lever-y', label: 'lever ↕', kind: 'stick', x: 0.3, y: 0.6 },
    { id: 'key', label: 'red key', kind: 'button', x: 0.8, y: 0.2 },
  ],
  starts: [{ text: 'lamps run through', seconds: 3, still: false }],
});
const head = defineSheet({
  ...base,
  class: 'own-head',
  role: 'gimbal',
  name: 'Head',
  group: 'Payload',
  massG: 2400,
  ports: [terminals('in'), supplyPort('volts', 'volts', 'left', 'wire ends')],
  supplies: [eats('volts', [11, 17], 12, 30)],
  links: [bytes('listen')],
  functions: [
    ...(['pan', 'tilt'] as const).map((what) => ({
      ...{ id: what, label: what, what, takes: 'rate' as const, over: ['line'], joint: what },
      ...{ rangeUs: [1000, 2000] as [number, number], range: { from: -40, to: 40, unit: '°/s' as const } },
    })),
    {
      ...{ id: 'film', label: 'Film', what: 'record', takes: 'pulse', over: ['line'], cue: 'red lamp' },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'press' }],
    },
  ],
  joints: [joint('pan', -170, 170), joint('tilt', -90, 30)],
  starts: [{ text: 'runs to its middle', seconds: 9, still: false }],
});

const BOTH: WishLine[] = (
  [
    ['pan', 'lever-x'],
    ['tilt', 'lever-y'],
    ['record', 'key'],
  ] as const
).flatMap(([what, control]) => ['H1', 'H2'].map((part): WishLine => [what, { control, part }]));

const bench = {
  ...brief(
    'Mast over the weir',
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['DE', desk.class],
      ['H1', head.class],
      ['H2', head.class],
    ],
    BOTH,
  ),
  sheets: [desk, head],
};

describe('a desk by its lead', () => {
  const now = Proposed.of(bench);
  const marks = (rig = now): string[] => rig.analysis.findings.map((f) => `${f.mark} ${f.title}`);

  it('is joined to both heads by one line, and every wish is granted', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect(now.lead('DE', 'H1').id).toBe(now.lead('DE', 'H2').id);
    expect(now.analysis.brief).toMatchObject({ granted: 6, wanted: 6 });
    expect(marks()).toEqual([]);
  });

  it('gives what was wished of both by one control one channel', () => {
    for (const what of ['pan', 'tilt', 'film']) {
      expect(now.slot(`H1.${what}`)).not.toBeNull();
      expect(now.slot(`H2.${what}`)).toBe(now.slot(`H1.${what}`));
    }
  });

  it('is proven from its own levers: every step is played and passes', () => {
    const steps = planOf(now.rig);
    for (const id of ['H1', 'H2'])
      expect(steps.filter((s) => s.part === id && s.moves.length).length).toBeGreaterThan(4);
    expect(steps.some((s) => s.moves.some((m) => m.reads?.some((r) => r.sight.startsWith('DE.'))))).toBe(true);
    expect(now.failing()).toEqual([]);
  });

  it('wakes with its pack, and nothing waits for it in a ring', () => {
    const { steps } = now.analysis.wake;
    const start = (id: string): number => steps.find((s) => s.id === id)!.start;
    expect(start('DE:low')).toBeLessThan(start('PK:on'));
    expect(start('DE:start1')).toBeGreaterThan(start('PK:on'));
    expect(steps.map((s) => s.id)).not.toContain('DE:on');
  });

  it('is the second hand beside a radio: nobody looks for a trainer socket', () => {
    const parts = [...bench.parts, { id: 'TX', class: 'transmitter-16' }];
    const wishes = bench.wishes!.map((w) => ({ ...w, by: 'camera operator' as const }));
    const two = Proposed.of({ ...bench, parts, wishes, schools: { operators: 'two' } });
    expect(two.proposal.unmet.map((u) => u.demand)).toEqual([]);
    expect(two.analysis.brief).toMatchObject({ granted: 6, wanted: 6 });
  });

  it('is missed when its line is: the heads stand', () => {
    const cut = now.with([{ kind: 'removeCable', cable: now.lead('DE', 'H1').id }]);
    expect(cut.analysis.brief.granted).toBe(0);
    expect(cut.analysis.findings.filter((f) => f.rule === 'wish-open').length).toBeGreaterThan(0);
  });

  it('has faults that the plan notices', () => {
    const { faults, noticed, firstOrEqual } = scoreOf(casebookOf(now.rig, planOf(now.rig)));
    const silent = faults.filter((f) => !f.noticedBy.length).map((f) => f.fault.text);
    expect(faults.length).toBeGreaterThan(20);
    expect(noticed / faults.length, silent.join('\n')).toBeGreaterThan(0.9);
    expect(firstOrEqual / noticed).toBeGreaterThan(0.9);
  });

  it('two leads may end under one screw: from head to head serves as well', () => {
    const line = now.lead('DE', 'H1');
    const daisy = line.wires.map((w) =>
      w.to.part === 'H2' && w.to.port === 'line' ? { ...w, from: { ...w.to, part: 'H1' } } : w,
    );
    const wired = now.with([
      { kind: 'removeCable', cable: line.id },
      { kind: 'addCable', cable: { ...line, wires: daisy.filter((w) => w.to.part === 'H1') } },
      { kind: 'addCable', cable: { ...line, id: 'C90', wires: daisy.filter((w) => w.to.part === 'H2') } },
    ]);
    expect(marks(wired)).toEqual([]);
    expect(wired.failing()).toEqual([]);
  });
});

describe('one control for two', () => {
  const now = Proposed.of(bench);
  const apart = now.rig.bindings.map((b) => (b.part === 'H2' ? { ...b, slot: b.slot + 4 } : b));
  const shaping = [
    ...now.rig.shaping,
    ...now.rig.shaping.filter((s) => s.channel <= 3).map((s) => ({ ...s, channel: s.channel + 4 })),
  ];
  const rules = (wishes = now.rig.wishes): string[] =>
    new Proposed(now.bare, now.proposal, { ...now.rig, wishes, bindings: apart, shaping }).analysis.findings.map(
      (f) => f.rule,
    );

  it('is meant where every wish names it, on two channels too', () => expect(rules()).toEqual([]));

  it('is told where nobody named it: so a new transmitter sends them', () =>
    expect(rules(now.rig.wishes.map((w) => ({ ...w, control: null })))).toContain('one-control-many'));
});

it('nothing starts twice: a console with a battery of its own and a supply, fed or not', () => {
  const own: Sheet = { ...desk, class: 'own-desk-battery', inside: { battery: true, minutes: 60 } };
  const now = Proposed.of({
    ...bench,
    sheets: [own, head],
    parts: bench.parts.map((p) => (p.id === 'DE' ? { ...p, class: own.class } : p)),
  });
  const ids = wakeTasks(now.rig).map((t) => t.id);
  expect(ids).toContain('DE:on');
  expect(ids).toEqual([...new Set(ids)]);
});
