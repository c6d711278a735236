/** A craft whose speed units and power module hang on the CAN of its board. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import {
  defineSheet,
  eats,
  ground,
  plus,
  regulatorIn,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { brief, type PartLine } from './bench.js';
import { busReceiver } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Control' as const };
const pair = (id: string, isFed: boolean) => ({
  ...{ id, label: id, side: 'left' as const, plug: { family: 'latching 1.25 mm', pins: 4 } },
  pins: [
    isFed ? plus(1) : { n: 1, label: 'x', line: 'empty' as const },
    signal(2, 'H', 'both'),
    signal(3, 'L', 'both'),
    ground(4),
  ],
});
const onPair = (port: string, way: 'talk' | 'listen' | 'both') => ({
  ...wire(port, 'can', way, port, {}, { pin: 2 }),
  alsoPins: [{ port, pin: 3 }],
});
const beside = (port: string) => ({ plus: { port, pin: 1 }, minus: { port, pin: 4 } });
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Board',
  massG: 40,
  ports: [pair('a', true), pair('b', true), servoPort('rc', 'bus', 'left', 'in', 'supply')],
  ties: [
    [
      { port: 'a', pin: 1 },
      { port: 'b', pin: 1 },
    ],
    [
      { port: 'b', pin: 1 },
      { port: 'rc', pin: 2 },
    ],
  ],
  supplies: [{ ...eats('a', [4.8, 5.5], 2, 3), ...beside('a') }],
  links: [wire('rc', 'sbus', 'listen', 'rc'), onPair('a', 'both'), onPair('b', 'both')],
  functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
    ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
  })),
});
/** Gives the board its volts by the plug by which it reports. */
const module = defineSheet({
  ...base,
  class: 'own-module',
  role: 'regulator',
  name: 'Module that reports',
  massG: 30,
  ports: [supplyPort('dc', 'power', 'left'), pair('say', true)],
  supplies: [regulatorIn('dc', [9, 18])],
  sources: [
    {
      ...{ id: 'five', kind: 'buck', ...beside('say'), maxA: 3, outOhm: 0.02 },
      regulator: { volts: 5.2, dropoutV: 1, efficiency: 0.9, quiescentA: 0.01, fedBy: 'in' },
    },
  ],
  links: [onPair('say', 'talk')],
});
const speed = defineSheet({
  ...base,
  class: 'own-speed',
  role: 'drive',
  name: 'Speed unit',
  massG: 30,
  ports: [supplyPort('dc', 'power', 'left', 'wire ends'), pair('in', false)],
  supplies: [eats('dc', [9, 18], 20, 40)],
  links: [onPair('in', 'listen')],
});
const UNITS = ['E1', 'E2', 'E3', 'E4'];
const now = Proposed.of({
  ...brief(
    'One pair',
    'FPV',
    [
      ['PK', 'pack-4s'],
      ['TX', 'transmitter-16'],
      ['RX', busReceiver.class],
      ['FC', board.class],
      ['PM', module.class],
      ...UNITS.map((id): PartLine => [id, speed.class, { label: `Speed unit ${id}` }]),
    ],
    [],
  ),
  sheets: [board, module, speed, busReceiver],
});

describe('what hangs on the pair of a board and is asked for nothing', () => {
  it('is joined to it, speed units before all, and what feeds the board by that plug feeds it', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    for (const id of UNITS) expect(now.between('FC', id), id).toHaveLength(1);
    expect(now.feeder('FC')).toBe('PM');
    expect(now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
    expect(now.analysis.findings.filter((f) => f.rule === 'part-idle')).toEqual([]);
    expect(now.failing()).toEqual([]);
  });
});
