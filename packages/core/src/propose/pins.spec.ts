import { describe, expect, it } from 'vitest';
import { brief } from '../../test/practice/bench.js';
import { clicker, still } from '../../test/practice/own-parts.js';
import { Proposed } from '../../test/practice/proposed.js';
import type { PinRef } from '../rig/index.js';
import { at, defineSheet, eats, flightFunctions, servoPort, supplyPort, wire } from '../parts/shelf/define.js';
import { propose } from './propose.js';

const base = { revision: 1, summary: 'of their own', group: 'Control' as const };
const PINS = [1, 2, 3, 4, 5, 6, 7, 8];

/** Pins that carry the slot of their number, and cannot carry another. */
const receiver = defineSheet({
  ...base,
  class: 'own-receiver',
  role: 'receiver',
  name: 'Own receiver',
  massG: 12,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    servoPort('bus', 'bus', 'right', 'out'),
    ...PINS.map((n) => servoPort(`p${n}`, `pin ${n}`, 'right', 'out')),
  ],
  supplies: [eats('volts', [4, 8.4], 0.4, 0.6)],
  links: [
    { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
    wire('bus', 'sbus', 'talk', 'bus', { base: 1 }),
    ...PINS.map((n) => wire(`p${n}`, 'pulse', 'talk', `p${n}`)),
  ],
});
/** Its mode switch listens at slot 6 until it is told otherwise. */
const controller = defineSheet({
  ...base,
  class: 'own-controller',
  role: 'controller',
  name: 'Own controller',
  massG: 30,
  ports: [supplyPort('volts', 'volts', 'left'), servoPort('bus', 'bus', 'left', 'in')],
  supplies: [{ ...eats('volts', [4.5, 5.5], 2, 3), plus: at('volts', 1), minus: at('volts', 2) }],
  links: [wire('bus', 'sbus', 'listen', 'bus', { base: 1 })],
  functions: [
    ...flightFunctions(['bus']),
    {
      id: 'hold',
      label: 'Flight mode',
      what: 'flight-mode',
      takes: 'windows',
      over: ['bus'],
      firstSlot: 6,
      windows: [
        { fromUs: 800, toUs: 1500, label: 'by hand' },
        { fromUs: 1500, toUs: 2200, label: 'holds' },
      ],
    },
  ],
});

/** The bus comes out twice. */
const twice = defineSheet({
  ...base,
  class: 'own-twice',
  role: 'receiver',
  name: 'Receiver, two bus plugs',
  massG: 9,
  ports: [supplyPort('volts', 'volts', 'left'), ...[1, 2].map((n) => servoPort(`b${n}`, `bus ${n}`, 'right', 'out'))],
  supplies: [eats('volts', [4, 8.4], 0.4, 0.6)],
  links: [
    { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
    ...[1, 2].map((n) => wire(`b${n}`, 'sbus', 'talk', `b${n}`, { base: 1 })),
  ],
});

describe('a receiver with two bus plugs', () => {
  const PARTS: Parameters<typeof brief>[2] = [
    ['PK', 'pack-4s'],
    ['R5', 'regulator-5v'],
    ['TX', 'transmitter-16'],
    ['RX', twice.class],
    ['FC', controller.class],
    ['GB', 'gimbal-three-bus'],
  ];
  const wired = (more: typeof PARTS = []): Proposed =>
    Proposed.of({ ...brief('Skerry', 'rotor', [...PARTS, ...more], [['tilt']]), sheets: [twice, controller] });
  const plugsOf = ({ rig }: Proposed): string[] =>
    rig.cables
      .map((c) =>
        [
          ...new Set(
            c.wires
              .flatMap((w) => [w.from, w.to])
              .flatMap((p) => (p.part === 'RX' && p.port.startsWith('b') ? [p.port] : [])),
          ),
        ].join(),
      )
      .filter((x) => x);

  it('has each of two listeners on a plug of its own, and stays as it was wired', () => {
    const now = wired();
    expect(now.proposal.unmet).toEqual([]);
    expect(plugsOf(now).sort()).toEqual(['b1', 'b2']);
    expect(propose(now.rig).edits).toEqual([]);
  });

  it('is left as it is where two share a plug already', () => {
    const now = wired();
    const [lead] = now.rig.cables.filter((c) =>
      c.wires.some((w) => [w.from, w.to].some((p) => p.part === 'RX' && p.port === 'b2')),
    );
    const other = now.rig.cables.find((c) =>
      c.wires.some((w) => [w.from, w.to].some((p) => p.part === 'RX' && p.port === 'b1')),
    )!;
    const onOne = (p: PinRef): PinRef => (p.part === 'RX' && p.port === 'b2' ? { ...p, port: 'b1' } : p);
    const y = {
      ...other,
      wires: [...other.wires, ...lead!.wires.map((w) => ({ ...w, from: onOne(w.from), to: onOne(w.to) }))],
    };
    const shared = { ...now.rig, cables: now.rig.cables.filter((c) => c !== lead).map((c) => (c === other ? y : c)) };
    expect(propose(shared).edits).toEqual([]);
  });
});

describe('pulse pins that carry the slot of their number', () => {
  const now = Proposed.of({
    ...brief(
      'Skerry',
      'rotor',
      [
        ['PK', 'pack-4s'],
        ['R5', 'regulator-5v'],
        ['TX', 'transmitter-16'],
        ['RX', receiver.class],
        ['FC', controller.class],
        ['GB', 'gimbal-servo-four'],
      ],
      [['tilt'], ['roll-trim'], ['gimbal-mode']],
    ),
    sheets: [receiver, controller],
  });

  it('are given to a payload where nothing flies by them, the mode that a controller hears when new among these', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    const slots = ['tilt', 'roll-trim', 'mode'].map((fn) => now.slot(`GB.${fn}`)!);
    expect(slots.filter((slot) => slot <= 4 || slot === 6)).toEqual([]);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
  });

  it('carry the channel that is wished of what hangs behind a box', () => {
    const parts: Parameters<typeof brief>[2] = [
      ['PK', 'pack-4s'],
      ['R5', 'regulator-5v'],
      ['TX', 'transmitter-16'],
      ['RX', receiver.class],
      ['CK', clicker.class],
      ['CA', still.class],
    ];
    const shot = Proposed.of({
      ...brief('Skerry', 'hand-held or ground', parts, [['photo', { channel: 7 }]]),
      sheets: [receiver, clicker, still],
    });
    expect(shot.slot('CA.shot')).toBe(7);
  });
});
