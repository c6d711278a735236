/** Lines that nothing seen hangs on: motors of a board, a position sensor, telemetry to the ground, two antennas of one sender. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench, unfollowed, type Flaw } from '../../src/bench/index.js';
import { casebookOf, scoreOf } from '../../src/diagnose/index.js';
import {
  antennaPort,
  at,
  defineSheet,
  eats,
  flightFunctions,
  ground,
  serialPort,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf, playStep } from '../../src/prove/index.js';
import type { Edit } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const volts = { ports: [supplyPort('volts', 'volts', 'left')], supplies: [eats('volts', [4.6, 8.4], 1, 2)] };
const MOTORS = [1, 2, 3, 4];
/** Pins of four motors in one plug. */
const motorPlug = (side: 'left' | 'right', way: 'in' | 'out') => ({
  ...{ id: 'motors', label: 'motors', side, plug: { family: 'latching 1.0 mm', pins: 5 } },
  pins: [...MOTORS.map((n) => signal(n, `M${n}`, way)), ground(5)],
});
const motors = (way: 'talk' | 'listen') =>
  MOTORS.map((n) => ({ ...wire(`m${n}`, 'pulse', way, 'motors'), pins: { data: at('motors', n) } }));
const pair = (id: string, params = {}) => ({
  ...{ id, kind: 'device-serial' as const, way: 'both' as const, params },
  pins: { send: at(id, 2), hear: at(id, 3) },
});

const board = defineSheet({
  ...base,
  ...{ class: 'own-board', role: 'controller', name: 'Board', group: 'Control', massG: 9 },
  cautions: ['Props off until proven.'],
  ports: [
    ...volts.ports,
    servoPort('bus', 'bus', 'left', 'in'),
    serialPort('uart', 'uart', 'right'),
    motorPlug('right', 'out'),
  ],
  supplies: volts.supplies,
  links: [wire('bus', 'sbus', 'listen', 'bus', { base: 1, scale: 'micro' }), pair('uart'), ...motors('talk')],
  functions: flightFunctions(['bus']),
  resources: [{ id: 'uart', label: 'UART', kind: 'serial', port: 'uart', highestBaud: 921_600, inverter: false }],
});
const units = defineSheet({
  ...base,
  ...{ class: 'own-units', role: 'drive', name: 'Motor units', group: 'Power', massG: 14 },
  ports: [...volts.ports, motorPlug('left', 'in')],
  supplies: volts.supplies,
  links: motors('listen'),
});
const puck = defineSheet({
  ...base,
  ...{ class: 'own-puck', role: 'tool', name: 'Position puck', group: 'Control', massG: 8 },
  ports: [...volts.ports, serialPort('uart', 'uart', 'left')],
  supplies: volts.supplies,
  links: [pair('uart', { protocol: 'position words', baud: 115_200 })],
});
const sender = defineSheet({
  ...base,
  ...{ class: 'own-two-feet', role: 'video-transmitter', name: 'Sender', group: 'Picture', massG: 20 },
  ports: [
    ...volts.ports,
    { ...servoPort('in', 'picture', 'left', 'in'), plug: { family: 'dupont 3', pins: 3 } },
    ...['a', 'b'].map((id) => antennaPort(id, `antenna ${id}`, 'out', 'coax screw')),
  ],
  supplies: volts.supplies,
  links: [wire('in', 'composite', 'listen', 'in'), ...['a', 'b'].map((id) => wire(id, 'antenna', 'talk', id))],
});

const now = Proposed.of({
  ...brief(
    'Weir quad',
    'FPV',
    [
      ['PK', 'pack-2s'],
      ['R5', 'regulator-5v'],
      ['TX', 'transmitter-16'],
      ['RX', 'receiver-bus'],
      ['FC', board.class],
      ['ES', units.class],
      ['GP', puck.class],
      ['VT', sender.class],
      ['A1', 'antenna-screw'],
      ['A2', 'antenna-screw'],
    ],
    [],
  ),
  sheets: [board, units, puck, sender],
});
const plan = planOf(now.rig);
const step = (id: string) => plan.find((s) => s.id === id)!;
const passes = (id: string, on: Proposed, flaws: Flaw[] = []): boolean => {
  const bench = compileBench(on.rig, 1, flaws);
  return playStep(bench, startBench(bench, { awake: true }), step(id)).verdict.passed;
};

describe('lines that no function follows', () => {
  it('are those of the motors and of what reports', () => {
    const lines = unfollowed(now.rig).map((c) => `${c.talker.part.id} ${c.listener.part.id}.${c.listener.link.id}`);
    expect(lines.filter((l) => l.startsWith('FC ES')).sort()).toEqual(MOTORS.map((n) => `FC ES.m${n}`));
    expect(lines).toContain('GP FC.uart');
    expect(lines.filter((l) => l.startsWith('RX'))).toEqual([]);
  });

  it('are probed once a part, by plug and pin', () => {
    expect(step('ES.lines')).toMatchObject({
      title: 'Probe what comes into Motor units',
      expectText: 'pulses at motors M1, motors M2, motors M3 and motors M4',
    });
    expect(step('VT.antennas').expectText).toBe('a field at antenna a and antenna b');
    expect(now.failing()).toEqual([]);
  });

  it.each<[string, string, Edit[], Flaw[]]>([
    ['one output is dead', 'ES.lines', [], [{ kind: 'dead-output', part: 'FC', link: 'm3' }]],
    ['the board is dead', 'ES.lines', [], [{ kind: 'dead', part: 'FC' }]],
    ['the sensor is dead', 'FC.lines', [], [{ kind: 'dead', part: 'GP' }]],
    ['a socket of the sender is dead', 'VT.antennas', [], [{ kind: 'dead-output', part: 'VT', link: 'b' }]],
    ['the lead of the motors is out', 'ES.lines', leadOf('FC', 'ES'), []],
  ])('fail when %s', (_, id, edits, flaws) => {
    expect(passes(id, now)).toBe(true);
    expect(passes(id, now.with(edits), flaws)).toBe(false);
  });

  it('leave no dead output unnoticed', () => {
    const { faults } = scoreOf(casebookOf(now.rig, plan));
    const dead = faults.filter((f) => f.fault.kind === 'output dead');
    expect(dead.length).toBeGreaterThan(6);
    expect(dead.filter((f) => !f.noticedBy.length).map((f) => f.fault.text)).toEqual([]);
  });
});

function leadOf(a: string, b: string): Edit[] {
  const joins = (id: string) => (w: { from: { part: string }; to: { part: string } }) =>
    w.from.part === id || w.to.part === id;
  return now.rig.cables
    .filter((c) => c.wires.some(joins(a)) && c.wires.some(joins(b)))
    .map(({ id }) => ({ kind: 'removeCable', cable: id }));
}
