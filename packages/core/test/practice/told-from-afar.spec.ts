/** A head that a laptop steers through the air and a board, and a screen by its own lead. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench } from '../../src/bench/index.js';
import { casebookOf, unseenFaults } from '../../src/diagnose/index.js';
import type { Sheet } from '../../src/parts/index.js';
import {
  antennaPort,
  defineSheet,
  eats,
  ethernetPort,
  ground,
  empty,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import type { Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { encoder } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const pair = (id: string) => ({
  ...{ id, label: id, side: 'left' as const, plug: { family: 'latching 1.25 mm', pins: 4 } },
  pins: [empty(1, 'not joined'), signal(2, 'T', 'out'), signal(3, 'R', 'in'), ground(4)],
});
const words = (port: string, baud: number) => ({
  ...{ id: port, kind: 'mavlink' as const, way: 'both' as const, params: { baud } },
  pins: { send: { port, pin: 2 }, hear: { port, pin: 3 } },
});
/** Its ports speak each at its own speed, and nobody can tell them another. */
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Far board',
  group: 'Control',
  massG: 60,
  ports: [supplyPort('dc', 'power', 'left'), servoPort('rc', 'bus', 'left', 'in'), pair('slow'), pair('fast')],
  supplies: [eats('dc', [9, 18], 2, 3)],
  links: [wire('rc', 'sbus', 'listen', 'rc'), words('slow', 57600), words('fast', 115200)],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
  })),
});
const head = defineSheet({
  ...base,
  class: 'own-head',
  role: 'gimbal',
  name: 'Far head',
  group: 'Payload',
  massG: 500,
  ports: [supplyPort('dc', 'power', 'left'), pair('say')],
  supplies: [eats('dc', [9, 18], 8, 15)],
  links: [words('say', 115200)],
  functions: [
    {
      ...{ id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'rate', joint: 'tilt' },
      range: { from: -60, to: 60, unit: '°/s' },
      rangeUs: [1000, 2000],
      askedBy: [{ by: 'screen', over: ['say'], what: 'tilt' }],
    },
  ],
  joints: [{ id: 'tilt', label: 'tilt', minDeg: -90, maxDeg: 20, speedDegPerS: 60 }],
});
const radio = (side: 'air' | 'shore'): Sheet =>
  defineSheet({
    ...base,
    class: `own-radio-${side}`,
    role: 'network',
    name: `Data radio, ${side}`,
    group: 'Control',
    massG: side === 'air' ? 80 : 0,
    ports: [
      supplyPort('dc', 'power', 'left'),
      ethernetPort('net', 'network', 'right'),
      pair('say'),
      antennaPort('foot', 'antenna', 'out', 'coax screw'),
    ],
    supplies: [eats('dc', [9, 18], 5, 8)],
    links: [
      wire('net', 'ethernet', 'both', 'net'),
      words('say', 57600),
      { id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} },
      wire('foot', 'antenna', 'talk', 'foot'),
    ],
  });
const laptop = defineSheet({
  ...base,
  class: 'own-laptop',
  role: 'display',
  name: 'Laptop',
  group: 'Control',
  massG: 0,
  inside: { battery: true, minutes: 200 },
  ports: [ethernetPort('net', 'network', 'right')],
  links: [wire('net', 'ethernet', 'both', 'net')],
  apps: [{ id: 'page', name: 'Page', shows: [{ kind: 'rtsp', toldBy: 'address' }], steers: ['tilt'] }],
});
const now = Proposed.of({
  ...brief(
    'Looked after from afar',
    'FPV',
    [
      ['PK', 'pack-4s'],
      ['PG', 'pack-3s', { label: 'Shore pack' }],
      ['TX', 'transmitter-16'],
      ['RX', 'receiver-16'],
      ['R5', 'regulator-5v'],
      ['FC', board.class],
      ['HD', head.class],
      ['RA', 'own-radio-air'],
      ['RS', 'own-radio-shore'],
      ['A1', 'antenna-screw'],
      ['A2', 'antenna-screw'],
      ['LP', laptop.class],
    ],
    [['tilt']],
  ),
  sheets: [board, head, radio('air'), radio('shore'), laptop],
});
const answers = (rig: Rig): boolean => {
  const bench = compileBench(rig);
  const step = planOf(now.rig).find((s) => s.id === 'HD.tilt.screen')!;
  return playStep(bench, startBench(bench, { awake: true }), step).verdict.passed;
};

describe('a head that a laptop steers', () => {
  it('hangs on the port that speaks at its speed, where nobody can tell a port another', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    const at = (other: string): string[] =>
      now
        .between('FC', other)
        .flatMap((c) => c.wires.flatMap((w) => [w.from, w.to]))
        .flatMap((p) => (p.part === 'FC' ? p.port : []));
    expect(new Set(at('HD'))).toEqual(new Set(['fast']));
    expect(new Set(at('RA'))).toEqual(new Set(['slow']));
    expect(now.between('FC', 'RS')).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('changed over, is told as what it is: another speed at either end', () => {
    const swap: Record<string, string> = { slow: 'fast', fast: 'slow' };
    const over = (at: { part: string; port: string; pin: number }) =>
      at.part === 'FC' ? { ...at, port: swap[at.port] ?? at.port } : at;
    const rig = {
      ...now.rig,
      cables: now.rig.cables.map((c) => ({
        ...c,
        wires: c.wires.map((w) => ({ ...w, from: over(w.from), to: over(w.to) })),
      })),
    };
    const told = new Proposed(rig, now.proposal, rig).analysis.findings.filter((f) => f.rule === 'wrong-type');
    expect(told.map((f) => f.title).sort()).toEqual([
      'Far board expects telemetry at 115200 baud',
      'Far board expects telemetry at 57600 baud',
    ]);
    expect(answers(rig)).toBe(false);
  });

  it('is proven from the screen: it answers, and not when a lead on the way is off', () => {
    expect(answers(now.rig)).toBe(true);
    for (const [a, b] of [
      ['FC', 'HD'],
      ['FC', 'RA'],
      ['RS', 'LP'],
    ] as const)
      expect(answers(now.with([{ kind: 'removeCable', cable: now.between(a, b)[0]!.id }]).rig), `${a} ${b}`).toBe(
        false,
      );
  });

  it('has a pack on either side of the air, and no fault that nobody sees', () => {
    expect([now.feeder('RS'), now.feeder('RA'), now.feeder('HD')]).toEqual([
      'PG',
      'PK',
      expect.not.stringMatching('PG'),
    ]);
    const unseen = unseenFaults(casebookOf(now.rig, planOf(now.rig)));
    expect(unseen.filter(({ fault }) => fault.kind === 'output dead').map(({ fault }) => fault.text)).toEqual([]);
  });
});

it('a screen takes a network picture by its own plug where no box is between', () => {
  const near = Proposed.of({
    ...brief(
      'Deck',
      'hand-held or ground',
      [
        ['PK', 'pack-4s'],
        ['DE', 'nose-camera', { label: 'Deck camera' }],
        ['EN', encoder.class],
        ['LP', laptop.class],
      ],
      [],
    ),
    sheets: [encoder, laptop],
  });
  expect(near.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
  expect(near.between('EN', 'LP')).toHaveLength(1);
  expect(planOf(near.rig).map((s) => s.id)).toContain('LP.screen-EN');
  expect(near.failing()).toEqual([]);
});
