import { describe, expect, it } from 'vitest';
import { brief } from '../../test/practice/bench.js';
import { Proposed } from '../../test/practice/proposed.js';
import { at, defineSheet, eats, flightFunctions, servoPort, supplyPort, wire } from '../parts/shelf/define.js';

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
});
