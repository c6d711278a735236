/** Servos that live of the rail they hang on, and a motor unit that feeds the rail by its own pulses. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { defineSheet, eats, gives, regulatorIn, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { brief, type PartLine } from './bench.js';
import { proposedSaidOtherwise } from './laws.js';
import { busReceiver, clicker } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Control' as const };
const beside = (port: string) => ({ plus: { port, pin: 2 }, minus: { port, pin: 3 } });
const OUTS = ['o1', 'o2', 'o3', 'o4', 'o5', 'o6'];
const rail = (ports: readonly string[]) => [ports.map((port) => ({ port, pin: 2 }))];
const flown = (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
  ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
}));
const outputs = OUTS.map((id) => wire(id, 'pulse', 'talk', id));
const plugs = OUTS.map((id) => servoPort(id, id, 'right', 'out', 'supply'));

/** Gives its outputs volts of its own. */
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Wing board',
  massG: 30,
  ports: [supplyPort('dc', 'power', 'left'), servoPort('rc', 'bus', 'left', 'in', 'supply'), ...plugs],
  ties: rail(OUTS),
  supplies: [eats('dc', [9, 18], 1, 2), regulatorIn('dc', [9, 18])],
  sources: [
    { ...gives('buck', 'o1', 5.3, 5), ...beside('o1') },
    { ...gives('buck', 'rc', 5, 1), ...beside('rc') },
  ],
  links: [wire('rc', 'sbus', 'listen', 'rc'), ...outputs],
  functions: flown,
});
/** Gives nothing: its plugs are one rail, which something on one of them must feed. */
const stabiliser = defineSheet({
  ...base,
  class: 'own-stabiliser',
  role: 'controller',
  name: 'Stabiliser',
  massG: 12,
  ports: [servoPort('rc', 'bus', 'left', 'in', 'supply'), ...plugs],
  ties: rail(['rc', ...OUTS]),
  supplies: [{ ...eats('rc', [4.6, 6.5], 0.5, 0.6), ...beside('rc') }],
  links: [wire('rc', 'sbus', 'listen', 'rc'), ...outputs],
  functions: flown,
});
/** Its outputs are a rail on which nothing of its own lives. */
const autopilot = defineSheet({
  ...board,
  class: 'own-autopilot',
  name: 'Autopilot',
  sources: [{ ...gives('buck', 'rc', 5, 1), ...beside('rc') }],
});
const servo = defineSheet({
  ...base,
  class: 'own-servo',
  role: 'drive',
  name: 'Servo',
  massG: 20,
  ports: [servoPort('in', 'lead', 'left', 'in', 'supply')],
  supplies: [
    {
      ...{ id: 'main', ...beside('in'), volts: [4.6, 6.2] },
      draw: { kind: 'current', typical: 0.1, peak: 1.1 },
    },
  ],
  links: [wire('in', 'pulse', 'listen', 'in')],
});
const motor = (maxA: number) =>
  defineSheet({
    ...base,
    class: 'own-motor',
    role: 'drive',
    name: 'Motor unit',
    massG: 40,
    ports: [supplyPort('dc', 'power', 'left', 'wire ends'), servoPort('in', 'lead', 'left', 'in', 'supply')],
    supplies: [eats('dc', [9, 18], 100, 200), regulatorIn('dc', [9, 18])],
    sources: [{ ...gives('buck', 'in', 5, maxA), ...beside('in') }],
    links: [wire('in', 'pulse', 'listen', 'in')],
  });
const SERVOS = ['S1', 'S2', 'S3', 'S4'];
const wing = (cls: string, maxA = 5, more: PartLine[] = []) =>
  Proposed.of({
    ...brief(
      'Wing',
      'fixed wing',
      [
        ['PK', 'pack-4s'],
        ['TX', 'transmitter-16'],
        ['RX', busReceiver.class],
        ['FC', cls],
        ['MO', 'own-motor'],
        ...SERVOS.map((id): PartLine => [id, servo.class, { label: `Servo ${id}` }]),
        ...more,
      ],
      [],
    ),
    sheets: [board, stabiliser, autopilot, servo, motor(maxA), busReceiver, clicker],
  });
const openOnes = ({ proposal }: Proposed): string[] => proposal.unmet.map((u) => `${u.demand}: ${u.why}`);

describe('servos on a rail', () => {
  it('of more amperes than one plug carries have their volts each by its own plug', () => {
    const now = wing(board.class);
    expect(openOnes(now)).toEqual([]);
    for (const id of SERVOS) {
      expect(now.feeder(id), id).toBe('FC');
      expect(now.between('FC', id), id).toHaveLength(1);
    }
    expect(now.analysis.findings.filter((f) => f.rule === 'supply-none')).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('live of the motor unit that hangs on the same rail, and so does the board, by one lead', () => {
    const now = wing(stabiliser.class);
    expect(openOnes(now)).toEqual([]);
    const [lead, ...more] = now.between('FC', 'MO');
    expect(more).toEqual([]);
    expect(lead!.wires.map((w) => [w.from.port, w.to.port].sort().join(' '))).toHaveLength(3);
    expect(
      new Set(lead!.wires.flatMap((w) => [w.from, w.to]).flatMap((at) => (at.part === 'FC' ? at.port : []))).size,
    ).toBe(1);
    for (const id of ['FC', 'RX', ...SERVOS]) expect(now.feeder(id), id).toBe('MO');
    expect(now.failing()).toEqual([]);
  });

  it('on which nothing of the board lives are fed by the motor unit too, and the board is not', () => {
    const now = wing(autopilot.class);
    expect(openOnes(now)).toEqual([]);
    for (const id of SERVOS) {
      expect(now.feeder(id), id).toBe('MO');
      expect(now.between('FC', id), id).toHaveLength(1);
    }
    expect(now.feeder('FC')).toBe('PK');
    expect(now.failing()).toEqual([]);
    expect(proposedSaidOtherwise(now.rig)).toEqual([]);
  });

  it('leave alone a box that would work a camera, where none is', () => {
    const now = wing(board.class, 5, [['CL', clicker.class]]);
    expect(openOnes(now)).toEqual([]);
    expect(now.between('FC', 'CL')).toEqual([]);
    expect(now.proposal.idle.map((i) => i.part)).toEqual(['CL']);
  });

  it('that ask for more than the only one gives are wired all the same, and that is told', () => {
    const now = wing(stabiliser.class, 2);
    expect(openOnes(now)).toEqual([]);
    const stops = now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.rule);
    expect(stops).toContain('regulator-overload');
    expect(stops).not.toContain('supply-none');
  });
});
