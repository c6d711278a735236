/** Ears of which no sheet says anything, and sticks that spring. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { assignChannels } from '../../src/channels/studies.js';
import { idleAt } from '../../src/channels/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { defineSheet, eats, ranged, servoPort, wire } from '../../src/parts/shelf/define.js';
import { type Edit, type Rig } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 30 };

/** An ear of which its sheet says nothing: a rudder, an aileron. */
const ear = defineSheet({
  ...base,
  ...{ class: 'own-ear', role: 'drive', name: 'Aileron', group: 'Control' },
  ports: [servoPort('lead', 'lead', 'left', 'in', 'supply')],
  supplies: [{ ...eats('lead', [4.6, 8], 0.5, 2), plus: { port: 'lead', pin: 2 }, minus: { port: 'lead', pin: 3 } }],
  links: [wire('lead', 'pulse', 'listen', 'lead')],
});

describe('a channel that goes to something of which no sheet says anything', () => {
  const pins = [1, 2, 3, 4, 5, 6];
  const receiver = defineSheet({
    ...base,
    ...{ class: 'own-six', role: 'receiver', name: 'Six pins', group: 'Control' },
    ports: [
      servoPort('b', 'bus', 'right', 'out'),
      ...pins.map((n) => servoPort(`p${n}`, `pin ${n}`, 'right', 'out', 'supply')),
    ],
    supplies: [{ ...eats('p1', [4.6, 8], 0.3, 0.4), plus: { port: 'p1', pin: 2 }, minus: { port: 'p1', pin: 3 } }],
    ties: [2, 3].map((pin) => pins.map((n) => ({ port: `p${n}`, pin }))),
    links: [
      { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
      wire('b', 'sbus', 'talk', 'b'),
      ...pins.map((n) => wire(`p${n}`, 'pulse', 'talk', `p${n}`)),
    ],
  });
  const head = defineSheet({
    ...base,
    ...{ class: 'own-head', role: 'gimbal', name: 'Head', group: 'Payload' },
    inside: { battery: true, minutes: 100 },
    ports: [servoPort('b', 'bus', 'left', 'in')],
    links: [wire('b', 'sbus', 'listen', 'b')],
    functions: [ranged('tilt', 'Tilt', 'tilt', 'position', ['b'], -90, 20, '°')],
  });
  const laid = Proposed.of({
    ...brief(
      'Ears',
      'fixed wing',
      [
        ...([
          ['PK', 'pack-4s'],
          ['R5', 'regulator-5v'],
          ['TX', 'transmitter-16'],
          ['RX', receiver.class],
        ] as PartLine[]),
        ['A1', ear.class],
        ['A2', ear.class],
        ['HD', head.class],
      ],
      [['tilt']],
    ),
    sheets: [receiver, ear, head],
  }).bare;
  const lead = (id: string, pin: number, part: string): Edit => ({
    kind: 'addCable',
    cable: {
      id,
      marked: false,
      locked: false,
      wires: [1, 2, 3].map((n) => ({
        id: `w${n}`,
        from: { part: 'RX', port: `p${pin}`, pin: n },
        to: { part, port: 'lead', pin: n },
        ...{ colour: 'white', gaugeAwg: 24, lengthMm: 200 },
      })),
    },
  });
  const row = (channel: number, control: string | null): Edit => ({
    kind: 'shape',
    transmitter: 'TX',
    channel,
    change: { control },
  });
  const wired = (pinsOf: number[]) => {
    const now = Proposed.of({ ...brief('x', 'rotor', [], []) });
    return new Proposed(laid, now.proposal, laid).with([
      ...pinsOf.map((pin, i) => lead(`C${i + 1}`, pin, `A${i + 1}`)),
      ...pins.map((n) => row(n, n === 1 || n === 5 ? 'right-x' : null)),
    ]).rig;
  };
  const together = (rig: Rig) =>
    analyse(rig).findings.filter((f) => f.rule === 'one-control-many' && f.apart === 'right-x');

  it('is meant where it moves with another of its kind, and never freed', () => {
    expect(together(wired([1, 5]))).toEqual([]);
    const [half] = together(wired([1]));
    expect(half!.figures.find((f) => f.name === 'listened to')!.value).toBe('1');
    expect(fixesOf(half!).map((f) => f.label)).toEqual(['Free 5']);
  });

  it('is given to nothing else', () => {
    const told = (pinsOf: number[]): (number | null)[] => {
      const rig = wired(pinsOf);
      const wires = [1, 3].map((n) => ({
        id: `w${n}`,
        from: { part: 'RX', port: 'b', pin: n },
        to: { part: 'HD', port: 'b', pin: n },
        ...{ colour: 'white', gaugeAwg: 24, lengthMm: 200 },
      }));
      const cables = [...rig.cables, { id: 'C9', marked: false, locked: false, wires }];
      return assignChannels({ ...rig, cables }, {}).rows.map((r) => r.slot);
    };
    expect(told([])).toEqual([5]);
    expect(told([5, 6])).toEqual([7]);
  });
});

describe('a stick that is said to spring', () => {
  const desk = (sprung?: boolean) =>
    defineSheet({
      ...base,
      ...{ class: 'own-desk', role: 'transmitter', name: 'Desk', group: 'Control' },
      ports: [],
      links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: {} }],
      controls: [
        ...(['left', 'right'] as const).flatMap((side, i) =>
          (['x', 'y'] as const).map((way) => ({
            ...{ id: `${side}-${way}`, label: `${side} stick ${way === 'x' ? '↔' : '↕'}`, kind: 'stick' as const },
            ...{ x: 0.2 + 0.6 * i, y: 0.5 },
            ...(sprung === undefined ? {} : { sprung }),
          })),
        ),
      ],
    });
  const restOf = (sprung?: boolean): number => {
    const sheet = desk(sprung);
    const part = { id: 'TX', class: sheet.class, label: 'Desk', settings: {}, onBench: true, prepared: [] };
    return idleAt(
      { part, sheet },
      sheet.controls.find((c) => c.id === 'left-y')!,
    );
  };
  it('rests in its middle where a throttle would stay low', () => expect([restOf(), restOf(true)]).toEqual([-1, 0]));
});
