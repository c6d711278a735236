/** A board whose port asks over one wire what a sender answers over the same, and motors on pads that come as motors'. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { inFull } from '../../src/parts/schemas.js';
import { defineSheet, eats, ground, plus, signal, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { brief, type PartLine, type WishLine } from './bench.js';
import { busReceiver } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const pad = (id: string) => ({
  ...{ id, label: id, side: 'right' as const, plug: { family: 'wire ends', pins: 2 } },
  pins: [signal(1, 'S', 'out'), ground(2)],
});
const PADS = ['m1', 'm2', 'm3', 'm4', 'm5'];
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Small board',
  group: 'Control',
  massG: 8,
  ports: [
    supplyPort('bat', 'pack', 'left', 'wire ends'),
    {
      ...{ id: 'bus', label: 'bus', side: 'left' as const, plug: { family: 'wire ends', pins: 3 } },
      pins: [signal(1, 'S', 'in'), plus(2), ground(3)],
    },
    {
      ...{ id: 'u3', label: 'serial 3', side: 'left' as const, plug: { family: 'wire ends', pins: 2 } },
      pins: [signal(1, 'T', 'both'), ground(2)],
    },
    ...PADS.map(pad),
  ],
  supplies: [eats('bat', [9, 18], 2, 4)],
  sources: [
    {
      ...{
        id: 'five',
        kind: 'buck',
        plus: { port: 'bus', pin: 2 },
        minus: { port: 'bus', pin: 3 },
        maxA: 2,
        outOhm: 0.02,
      },
      regulator: { volts: 5, dropoutV: 1, efficiency: 0.9, quiescentA: 0.01, fedBy: 'main' },
    },
  ],
  links: [
    wire('bus', 'sbus', 'listen', 'bus'),
    wire('u3', 'device-serial', 'both', 'u3'),
    ...PADS.map((id) => wire(id, 'pulse', 'talk', id)),
  ],
  resources: [
    { id: 'u3', label: 'serial 3', kind: 'serial', port: 'u3', highestBaud: 1_000_000 },
    ...PADS.map((id) => ({
      id,
      label: id,
      kind: 'pad' as const,
      port: id,
      pin: 1,
      timer: true,
      heldWhenNew: ['motor'],
    })),
  ],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['bus'], firstSlot: i + 1 },
  })),
});
/** Asked for its channel and power over one wire, on which it answers. */
const sender = defineSheet({
  ...base,
  class: 'own-sender',
  role: 'video-transmitter',
  name: 'Asked sender',
  group: 'Picture',
  massG: 7,
  ports: [
    {
      ...{ id: 'c', label: 'all', side: 'left' as const, plug: { family: 'wire ends', pins: 3 } },
      pins: [plus(1), ground(2), signal(3, 'S', 'both')],
    },
  ],
  supplies: [eats('c', [9, 18], 4, 6)],
  links: [wire('ask', 'device-serial', 'both', 'c', { baud: 4800, protocol: 'sender bytes' }, { pin: 3 })],
});
const speed = defineSheet({
  ...base,
  class: 'own-speed',
  role: 'drive',
  name: 'Four speed units',
  group: 'Power',
  massG: 14,
  ports: [
    supplyPort('bat', 'pack', 'left', 'wire ends'),
    {
      ...{ id: 's', label: 'signals', side: 'right' as const, plug: { family: 'wire ends', pins: 5 } },
      pins: [...[1, 2, 3, 4].map((n) => signal(n, `s${n}`, 'in')), ground(5)],
    },
  ],
  supplies: [eats('bat', [9, 18], 20, 60)],
  links: [1, 2, 3, 4].map((n) => wire(`s${n}`, 'pulse', 'listen', 's', {}, { pin: n })),
});
/** By a pulse, so that it wants an output too. */
const choice = defineSheet({
  ...base,
  class: 'own-choice',
  role: 'tool',
  name: 'Lamp',
  group: 'Payload',
  massG: 4,
  ports: [
    {
      ...{ id: 'in', label: 'in', side: 'left' as const, plug: { family: 'wire ends', pins: 2 } },
      pins: [signal(1, 'S', 'in'), ground(2)],
    },
  ],
  inside: { battery: true, minutes: 90 },
  links: [wire('in', 'pulse', 'listen', 'in')],
  functions: [
    {
      ...{ id: 'x', label: 'Exposure', what: 'exposure', takes: 'position', over: ['in'] },
    },
  ],
});
const four = (...lamps: PartLine[]) => ({
  ...brief(
    'Small four',
    'FPV',
    [
      ['PK', 'pack-4s'],
      ['TX', 'transmitter-16'],
      ...lamps,
      ['RX', busReceiver.class],
      ['FC', board.class],
      ['ES', speed.class],
      ['VT', sender.class],
    ],
    lamps.map(([part]): WishLine => ['exposure', { part }]),
  ),
  sheets: [board, busReceiver, sender, speed, choice],
});
// before all others by its name
const now = Proposed.of(four(['A', choice.class]));
const outputOf = (pin: number, { rig } = now): string | undefined =>
  rig.cables
    .flatMap((c) => c.wires)
    .flatMap((w) => [w, { from: w.to, to: w.from }])
    .find((w) => w.to.part === 'ES' && w.to.port === 's' && w.to.pin === pin)?.from.port;

describe('bytes both ways over one wire', () => {
  it('are two talkers on no wire, and the port is given to them', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(now.between('FC', 'VT').flatMap((c) => c.wires.map((w) => [w.from.port, w.to.port]))).toContainEqual([
      'u3',
      'c',
    ]);
    expect(now.rig.held).toContainEqual({ part: 'FC', resource: 'u3', to: 'sender bytes', baud: 4800 });
    expect(now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
  });

  it('are missed where the port is given to nothing', () => {
    const off = now.rig.held.find((h) => h.resource === 'u3')!;
    const bare = now.with([{ kind: 'release', part: off.part, resource: off.resource, to: off.to }]);
    expect(bare.analysis.findings.map((f) => f.rule)).toContain('port-not-set');
  });

  it('of a line that many hang on stay as they are', () => {
    const [first] = inFull({
      ...sender,
      links: [{ ...sender.links[0]!, alsoPins: [{ port: 'c', pin: 2 }] }],
    }).links;
    expect(first!.pins).toEqual({ data: { port: 'c', pin: 3 } });
  });
});

describe('pads that come as those of motors', () => {
  it('need no release for a speed unit, whose motors stand on the first of them in turn', () => {
    expect([1, 2, 3, 4].map((pin) => outputOf(pin))).toEqual(['m1', 'm2', 'm3', 'm4']);
    expect(now.between('FC', 'A').flatMap((c) => c.wires.flatMap((w) => [w.from.port, w.to.port]))).toContain('m5');
    expect(now.rig.held.filter((h) => h.resource !== 'u3' && h.to !== 'motor').map((h) => h.resource)).toEqual(['m5']);
    const kept = now.bare.held.filter((h) => h.to === 'motor').length;
    expect(now.rig.held.filter((h) => h.to === 'motor')).toHaveLength(kept - 1);
  });

  it('are left to no payload', () => {
    const full = Proposed.of(four(['A', choice.class], ['B', choice.class], ['C', choice.class]));
    expect([1, 2, 3, 4].map((pin) => outputOf(pin, full))).toEqual(['m1', 'm2', 'm3', 'm4']);
    expect(full.proposal.unmet.map((u) => u.wish !== null)).toEqual([true, true]);
  });
});

describe('a board without its pack', () => {
  it('is what is told, and not all that its own regulator feeds', () => {
    const off = now.with(now.between('PK', 'FC').map(({ id }) => ({ kind: 'removeCable', cable: id })));
    const stops = off.analysis.findings.filter((f) => f.mark === 'stop' && f.rule.startsWith('supply'));
    expect(stops.map((f) => [f.rule, f.subjects[0]])).toEqual([['supply-none', 'FC']]);
  });
});
