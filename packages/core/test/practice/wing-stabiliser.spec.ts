/** A stabiliser that takes each axis by a pulse of its own, its surfaces behind it, and a receiver whose sheet says "both" of every pin. */
import { describe, expect, it } from 'vitest';
import {
  defineSheet,
  eats,
  at,
  plus,
  ground,
  signal,
  supplyPort,
  gives,
  regulatorIn,
} from '../../src/parts/shelf/define.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const plug = (id: string, label: string, way: 'in' | 'out') => ({
  ...{ id, label, side: way === 'in' ? ('left' as const) : ('right' as const) },
  plug: { family: 'three-way 2.54 mm', pins: 3 },
  pins: [signal(1, 'S', way), plus(2), ground(3)],
});
const pulse = (port: string, way: 'talk' | 'listen' | 'both') => ({
  ...{ id: port, kind: 'pulse' as const, way, params: {} },
  pins: { data: at(port, 1) },
});
const onPlug = (port: string, volts: [number, number], typical: number, peak: number) => ({
  ...eats(port, volts, typical, peak),
  ...{ plus: at(port, 2), minus: at(port, 3) },
});

const CHANNELS = [1, 2, 3, 4, 5, 6, 7];
const receiver = defineSheet({
  ...base,
  ...{ class: 'own-seven', role: 'receiver', name: 'Seven-way receiver', group: 'Control', massG: 12 },
  ports: [plug('b', 'B', 'in'), ...CHANNELS.map((n) => plug(`c${n}`, `CH${n}`, 'out'))],
  ties: [[at('b', 2), ...CHANNELS.map((n) => at(`c${n}`, 2))]],
  supplies: [onPlug('b', [4.5, 8.4], 0.3, 0.5)],
  links: [
    { id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} },
    ...CHANNELS.map((n) => pulse(`c${n}`, 'both')),
  ],
});
const AXES = ['roll', 'pitch', 'throttle', 'yaw'] as const;
const stabiliser = defineSheet({
  ...base,
  ...{ class: 'own-stabiliser', role: 'controller', name: 'Stabiliser', group: 'Control', massG: 20 },
  ports: [
    ...AXES.map((a) => plug(`${a}-in`, `${a} in`, 'in')),
    ...[1, 2, 3].map((n) => plug(`o${n}`, `out ${n}`, 'out')),
  ],
  ties: [[...AXES.map((a) => at(`${a}-in`, 2)), ...[1, 2, 3].map((n) => at(`o${n}`, 2))]],
  supplies: [onPlug('roll-in', [4.5, 8.4], 0.2, 0.3)],
  links: [...AXES.map((a) => pulse(`${a}-in`, 'listen')), ...[1, 2, 3].map((n) => pulse(`o${n}`, 'talk'))],
  functions: AXES.map((what) => ({ id: what, label: what, what, takes: 'position', over: [`${what}-in`] })),
});
const surface = defineSheet({
  ...base,
  ...{ class: 'own-surface', role: 'drive', name: 'Surface servo', group: 'Control', massG: 12 },
  ports: [plug('s', 'S', 'in')],
  supplies: [onPlug('s', [4.5, 7], 0.4, 1)],
  links: [pulse('s', 'listen')],
});
const mount = defineSheet({
  ...base,
  ...{ class: 'own-pan-tilt', role: 'gimbal', name: 'Pan and tilt', group: 'Payload', massG: 60 },
  ports: [plug('p', 'pan', 'in'), plug('t', 'tilt', 'in')],
  ties: [[at('p', 2), at('t', 2)]],
  supplies: [onPlug('p', [4.5, 7], 1, 3)],
  links: [pulse('p', 'listen'), pulse('t', 'listen')],
  joints: (['p', 't'] as const).map((id) => ({
    ...{ id, label: id === 'p' ? 'pan' : 'tilt', minDeg: -90, maxDeg: 45, speedDegPerS: 150 },
    ...{
      carries: id === 'p' ? 't' : 'payload',
      axis: id === 'p' ? [0, 0, 1] : [0, 1, 0],
    },
  })),
  functions: [
    { id: 'p', label: 'Pan', what: 'pan', takes: 'position', over: ['p'], joint: 'p' },
    { id: 't', label: 'Tilt', what: 'tilt', takes: 'position', over: ['t'], joint: 't' },
  ],
});
const fiveVolts = defineSheet({
  ...base,
  ...{ class: 'own-five', role: 'regulator', name: 'Five volts', group: 'Power', massG: 15 },
  ports: [supplyPort('in', 'in', 'left'), supplyPort('out', 'out', 'right')],
  supplies: [regulatorIn('in', [6, 26])],
  sources: [gives('buck', 'out', 5.2, 6)],
});

const now = Proposed.of({
  ...brief(
    'Tapir wing',
    'fixed wing',
    [
      ['PK', 'pack-3s'],
      ['V5', fiveVolts.class],
      ['TX', 'transmitter-10'],
      ['RX', receiver.class],
      ['ST', stabiliser.class],
      ...[1, 2, 3].map((n): [string, string] => [`S${n}`, surface.class]),
      ['PT', mount.class],
    ],
    [['pan'], ['tilt']],
  ),
  sheets: [receiver, stabiliser, surface, mount, fiveVolts],
});

describe('a stabiliser between pins and surfaces', () => {
  it('is told each axis by the pin of its channel, and the payload by pins that do not fly', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(AXES.map((a) => now.slot(`ST.${a}`))).toEqual([1, 2, 3, 4]);
    expect(AXES.map((a, i) => now.has(`RX.c${i + 1}`, `ST.${a}-in`))).toEqual([true, true, true, true]);
    expect([5, 6, 7]).toEqual(expect.arrayContaining([now.slot('PT.p'), now.slot('PT.t')]));
    expect(now.failing()).toEqual([]);
  });

  it('costs nothing for its channels where nothing flies', () => {
    const kept = now.bare.parts.map((p): PartLine => [p.id, p.class]);
    const own = Object.values(now.bare.sheets).filter((s) => s.class.startsWith('own-'));
    const rolls = Proposed.of({ ...brief('Tapir cart', 'hand-held or ground', kept, [['pan']]), sheets: own });
    const whys = (of: Proposed): string[] => of.proposal.choices.flatMap((c) => c.cost.map((line) => line.why));
    expect(rolls.between('RX', 'ST').length).toBeGreaterThan(0);
    expect(whys(rolls)).not.toContain('not the channel it is flown by');
  });

  it('moves a surface by each output, which feeds it too', () => {
    for (const n of [1, 2, 3]) {
      const [lead, more] = now.between('ST', `S${n}`);
      expect([lead!.wires.length, more]).toEqual([3, undefined]);
      expect(now.between('V5', `S${n}`)).toEqual([]);
    }
    expect(now.analysis.findings.filter((f) => f.mark !== 'clear').map((f) => f.title)).toEqual([]);
  });

  it('hands on no channel but its own: a payload behind it obeys nobody', () => {
    const lead = now.lead('RX', 'PT.p');
    const moved = now.with([
      { kind: 'removeCable', cable: now.between('ST', 'S1')[0]!.id },
      { kind: 'removeCable', cable: lead.id },
      {
        kind: 'addCable',
        cable: now.fresh([
          ['ST.o1.1', 'PT.p.1'],
          ['ST.o1.2', 'PT.p.2', 'red'],
          ['ST.o1.3', 'PT.p.3', 'black'],
        ]),
      },
      { kind: 'bind', binding: { part: 'PT', fn: 'p', slot: 5, reverse: false } },
    ]);
    expect(moved.chain('PT.p').breaks).toBe('Stabiliser hands on no channel but its own');
    expect(moved.analysis.brief.wishes[0]!.state).not.toBe('granted');
  });
});
