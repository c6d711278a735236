/** Cameras that one box fires together, and a controller that notes their photos. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench } from '../../src/bench/index.js';
import { casebookOf, unseenFaults } from '../../src/diagnose/index.js';
import { photoWays, releases } from '../../src/loom/index.js';
import { defineSheet, eats, ground, servoPort, signal, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import type { Rig } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const jack = (id: string, way: 'in' | 'out', family = 'jack 2.5 mm') => ({
  ...{ id, label: id, side: way === 'in' ? ('left' as const) : ('right' as const), plug: { family, pins: 2 } },
  pins: [signal(1, 'S', way), ground(2)],
});
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Survey board',
  group: 'Control',
  massG: 40,
  ports: [
    supplyPort('dc', 'power', 'left'),
    servoPort('rc', 'bus', 'left', 'in', 'supply'),
    jack('note', 'in', 'two-way 2.54 mm'),
  ],
  supplies: [eats('dc', [9, 18], 2, 3)],
  sources: [
    {
      ...{
        id: 'five',
        kind: 'buck',
        plus: { port: 'rc', pin: 2 },
        minus: { port: 'rc', pin: 3 },
        maxA: 2,
        outOhm: 0.02,
      },
      regulator: { volts: 5, dropoutV: 1, efficiency: 0.9, quiescentA: 0.01, fedBy: 'main' },
    },
  ],
  links: [wire('rc', 'sbus', 'listen', 'rc'), wire('note', 'contact', 'listen', 'note')],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
  })),
});
const OUTS = ['a', 'b', 'c'];
const splitter = defineSheet({
  ...base,
  class: 'own-splitter',
  role: 'trigger',
  name: 'Fire splitter',
  group: 'Payload',
  massG: 20,
  ports: [servoPort('in', 'in', 'left', 'in', 'supply'), ...OUTS.map((id) => jack(id, 'out'))],
  supplies: [{ ...eats('in', [4.5, 6], 0.1, 0.2), plus: { port: 'in', pin: 2 }, minus: { port: 'in', pin: 3 } }],
  links: [wire('in', 'pulse', 'listen', 'in'), ...OUTS.map((id) => wire(id, 'contact', 'talk', id))],
  functions: [
    {
      ...{ id: 'fire', label: 'Fire', what: 'photo', takes: 'pulse', over: ['in'] },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'all' }],
    },
  ],
});
const camera = defineSheet({
  ...base,
  class: 'own-camera',
  role: 'camera',
  name: 'Still camera',
  group: 'Payload',
  massG: 300,
  inside: { battery: true, minutes: 120 },
  ports: [jack('release', 'in'), jack('shoe', 'out', 'two-way 2.54 mm')],
  links: [wire('release', 'contact', 'listen', 'release'), wire('shoe', 'contact', 'talk', 'shoe')],
  functions: [
    {
      ...{ id: 'shot', label: 'Shot', what: 'photo', takes: 'pulse', over: ['release'] },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'shot' }],
    },
  ],
  view: { wideDeg: 50, teleDeg: 50, pointsAcross: 4000 },
});
const cameras = (ids: readonly string[]): PartLine[] => ids.map((id) => [id, camera.class, { label: `Camera ${id}` }]);
const wired = (ids: readonly string[]) =>
  Proposed.of({
    ...brief(
      'Oblique survey',
      'fixed wing',
      [
        ['PK', 'pack-4s'],
        ['TX', 'transmitter-16'],
        ['RX', 'receiver-16'],
        ['R5', 'regulator-5v'],
        ['FC', board.class],
        ['SP', splitter.class],
        ...cameras(ids),
      ],
      [['photo', { part: 'SP' }]],
    ),
    sheets: [board, splitter, camera],
  });
const now = wired(['A', 'B', 'C']);
const fires = (rig: Rig, id: string): boolean => {
  const bench = compileBench(rig);
  const step = planOf(now.rig).find((s) => s.id === `${id}.released`)!;
  return playStep(bench, startBench(bench, { awake: true }), step).verdict.passed;
};

describe('a box that fires several cameras', () => {
  it('has a lead to each of them', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(
      releases(now.rig)
        .map((r) => r.camera.id)
        .sort(),
    ).toEqual(['A', 'B', 'C']);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('leaves the one open that is too many, and says so', () => {
    const more = wired(['A', 'B', 'C', 'D']);
    expect(releases(more.rig)).toHaveLength(3);
    expect(more.proposal.unmet.map((u) => u.demand)).toEqual([
      expect.stringMatching(/^Camera . is fired by Fire splitter$/),
    ]);
  });

  it('is looked at camera by camera: one whose lead is off does not fire, and the others do', () => {
    const off = now.with([{ kind: 'removeCable', cable: now.between('SP', 'B')[0]!.id }]).rig;
    expect(['A', 'B', 'C'].map((id) => fires(now.rig, id))).toEqual([true, true, true]);
    expect(['A', 'B', 'C'].map((id) => fires(off, id))).toEqual([true, false, true]);
  });
});

describe("a controller's contact input", () => {
  it('is no camera, and is told of each photo by the shoe of one', () => {
    expect(now.between('SP', 'FC')).toEqual([]);
    expect(photoWays(now.rig)).toMatchObject([{ tagger: { id: 'FC' }, breaks: null }]);
    expect(planOf(now.rig).map((s) => s.id)).toContain('FC.tags');
  });

  it('is missed by nobody where no camera has a shoe', () => {
    const bare = { ...camera, ports: camera.ports.slice(0, 1), links: camera.links.slice(0, 1) };
    const { rig } = now;
    const without: Rig = {
      ...rig,
      sheets: { ...rig.sheets, [camera.class]: bare },
      cables: rig.cables.filter((c) => !c.wires.some((w) => [w.from, w.to].some((at) => at.port === 'shoe'))),
    };
    expect(photoWays(without)).toEqual([]);
    expect(new Proposed(without, now.proposal, without).analysis.findings.map((f) => f.rule)).not.toContain(
      'photo-untold',
    );
  });

  it('leaves no dead output unseen, nor any at the box', () => {
    const unseen = unseenFaults(casebookOf(now.rig, planOf(now.rig))).filter(
      ({ fault }) => fault.kind === 'output dead',
    );
    expect(unseen.map(({ fault }) => fault.text)).toEqual([]);
  });
});
