/** Volts that stand beside signals only: a controller's servo plugs, a lens on its ribbon. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { fixesOf } from '../../src/findings/index.js';
import {
  defineSheet,
  eats,
  gives,
  ground,
  plus,
  regulatorIn,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { propose } from '../../src/propose/index.js';
import { applyEdits, type Cable, type Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { busReceiver } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const pin = (port: string, n: number) => ({ port, pin: n });
const bus = (id: string, way: 'in' | 'out') => servoPort(id, id, 'right', way, 'supply');
const beside = (port: string) => ({ plus: pin(port, 2), minus: pin(port, 3) });

function ribbon(id: string) {
  return {
    ...{ id, label: id, side: 'right' as const, plug: { family: 'ribbon 22-way', pins: 3 } },
    pins: [signal(1, 'lanes', 'both'), plus(2), ground(3)],
  };
}

/** Its 5 V stand on the plugs of its bus and its outputs, and nowhere else. */
const core = (maxA: number) =>
  defineSheet({
    ...base,
    class: 'own-core',
    role: 'controller',
    name: 'Closed core',
    group: 'Control',
    massG: 90,
    ports: [supplyPort('dc', 'power', 'left'), bus('rc', 'in'), bus('f1', 'out'), bus('f2', 'out')],
    ties: [[pin('rc', 2), pin('f1', 2), pin('f2', 2)]],
    supplies: [eats('dc', [9, 18], 3, 5), regulatorIn('dc', [9, 18])],
    sources: [{ ...gives('buck', 'rc', 5, maxA), ...beside('rc') }],
    links: [wire('rc', 'sbus', 'listen', 'rc'), wire('f1', 'pulse', 'talk', 'f1'), wire('f2', 'pulse', 'talk', 'f2')],
    functions: (['roll', 'pitch', 'throttle', 'yaw'] as const).map((what, i) => ({
      ...{ id: what, label: what, what, takes: 'position' as const, over: ['rc'], firstSlot: i + 1 },
    })),
  });
/** Fed by a plug of its own, it gives nothing on its bus. */
const head = defineSheet({
  ...base,
  class: 'own-head',
  role: 'gimbal',
  name: 'Hanging head',
  group: 'Payload',
  massG: 900,
  ports: [supplyPort('dc', 'power', 'left'), servoPort('in', 'bus', 'left', 'in')],
  supplies: [eats('dc', [9, 18], 8, 20)],
  links: [wire('in', 'sbus', 'listen', 'in')],
  functions: [{ id: 'p', label: 'Pan', what: 'pan', takes: 'rate', over: ['in'] }],
});
/** Takes its volts from the plug it hears by. */
const box = defineSheet({
  ...base,
  class: 'own-bus-box',
  role: 'trigger',
  name: 'Bus box',
  group: 'Payload',
  massG: 9,
  ports: [bus('in', 'in')],
  supplies: [{ ...eats('in', [4.5, 6], 0.1, 0.2), ...beside('in') }],
  links: [wire('in', 'sbus', 'listen', 'in')],
  functions: [
    {
      ...{ id: 'shot', label: 'Shot', what: 'photo', takes: 'pulse', over: ['in'] },
      windows: [{ fromUs: 1700, toUs: 2200, label: 'shoot' }],
    },
  ],
});
/** One bus for all, with no plus on it. */
const unit = defineSheet({
  ...base,
  class: 'own-air-unit',
  role: 'receiver',
  name: 'Air unit',
  group: 'Control',
  massG: 100,
  ports: [supplyPort('dc', 'power', 'left'), servoPort('out', 'bus', 'right', 'out'), ribbon('lens')],
  supplies: [eats('dc', [9, 18], 4, 6)],
  sources: [
    { id: 'lens', kind: 'stolen', plus: pin('lens', 2), minus: pin('lens', 3), maxA: 0.8, outOhm: 0.05, fixedV: 3.3 },
  ],
  links: [
    { id: 'air', kind: 'radio', way: 'both', pins: {}, params: {} },
    wire('out', 'sbus', 'talk', 'out'),
    wire('lens', 'ribbon', 'listen', 'lens'),
  ],
  pictures: [{ inputs: ['lens'], output: 'air' }],
});
const lens = defineSheet({
  ...base,
  class: 'own-lens',
  role: 'camera',
  name: 'Nose lens',
  group: 'Payload',
  massG: 12,
  ports: [ribbon('out')],
  supplies: [{ ...eats('out', [3.1, 3.5], 0.8, 1), ...beside('out') }],
  links: [wire('out', 'ribbon', 'talk', 'out')],
  view: { wideDeg: 100, teleDeg: 100, pointsAcross: 1280 },
});
const PILOT = ['TX', 'transmitter-16'] as [string, string];
const twoReceivers = (maxA: number) =>
  Proposed.of({
    ...brief(
      'Barn lifter',
      'FPV',
      [
        ...([['PK', 'pack-4s'], PILOT, ['OP', 'operator-remote'], ['FC', 'own-core'], ['RP', busReceiver.class]] as [
          string,
          string,
        ][]),
        ['RO', busReceiver.class, { label: 'Second receiver' }],
        ['HD', head.class],
      ],
      [['pan', { by: 'camera operator' }]],
    ),
    sheets: [core(maxA), busReceiver, head],
  });
const unfed = (rig: Rig): string[] => analyse(rig).findings.flatMap((f) => (f.rule === 'supply-none' ? [f.title] : []));
const feeds = (rig: Rig, part: string): Cable | undefined =>
  rig.cables.find((c) => c.wires.some((w) => w.colour === 'red' && [w.from.part, w.to.part].includes(part)));

describe('a second receiver that hears beside nothing with volts', () => {
  const now = twoReceivers(3);

  it('is fed from a plug of the controller that is free', () => {
    expect(now.proposal.unmet.map((u) => u.demand)).toEqual([]);
    expect(unfed(now.rig)).toEqual([]);
    expect(now.proposal.choices.some((c) => c.text.includes('receiver from Closed core'))).toBe(true);
    expect(now.failing()).toEqual([]);
  });

  it('is offered that plug where its lead is off', () => {
    const odd = ['RP', 'RO'].find((id) => feeds(now.rig, id)?.wires.length === 2)!;
    const off = applyEdits(now.rig, [{ kind: 'removeCable', cable: feeds(now.rig, odd)!.id }]).rig;
    const [finding] = analyse(off).findings.filter((f) => f.rule === 'supply-none');
    const [fix] = fixesOf(finding!);
    expect(fix?.label).toMatch(/^Feed it from Closed core, f[12]$/);
    expect(unfed(applyEdits(off, fix!.edits).rig)).toEqual([]);
  });

  it('stays open where the controller has too little to give', () => {
    const poor = twoReceivers(0.12);
    expect(poor.proposal.unmet.length).toBeGreaterThan(0);
    expect(analyse(poor.rig).findings.filter((f) => f.rule === 'regulator-overload')).toEqual([]);
  });
});

describe('one bus without a plus, on which a box hangs that wants one', () => {
  const now = Proposed.of({
    ...brief(
      'Skua survey',
      'FPV',
      [['PK', 'pack-4s'], PILOT, ['FC', 'own-core'], ['AU', unit.class], ['BX', box.class], ['LE', lens.class]],
      [['photo']],
    ),
    sheets: [core(3), unit, box, lens],
  });

  it('gets it in the Y lead, from the plug of the controller that hangs on it too', () => {
    expect(unfed(now.rig)).toEqual([]);
    const lead = feeds(now.rig, 'BX')!;
    const plugs = new Set(lead.wires.flatMap((w) => [w.from, w.to]).map((at) => `${at.part}.${at.port}`));
    expect(plugs).toEqual(new Set(['AU.out', 'FC.rc', 'BX.in']));
    expect(now.failing()).toEqual([]);
  });

  it('is proposed once: the same rig proposed again stays as it is', () => {
    expect(propose(now.rig).edits.filter((e) => e.kind === 'removeCable' || e.kind === 'addCable')).toEqual([]);
  });

  it('a lens takes its volts from the ribbon it speaks over', () => {
    const lead = feeds(now.rig, 'LE')!;
    expect(lead.wires.map((w) => w.to.part).concat(lead.wires.map((w) => w.from.part))).toContain('AU');
    expect(lead.wires).toHaveLength(3);
  });
});

describe('a receiver that two could feed, one of them too weak for the motor on its pins', () => {
  const weak = defineSheet({
    ...base,
    class: 'own-weak-head',
    role: 'gimbal',
    name: 'Head with a little 5 V',
    group: 'Payload',
    massG: 700,
    ports: [supplyPort('dc', 'power', 'left'), bus('in', 'in')],
    supplies: [eats('dc', [9, 18], 8, 20), regulatorIn('dc', [9, 18])],
    sources: [{ ...gives('buck', 'in', 5, 0.3), ...beside('in') }],
    links: [wire('in', 'sbus', 'listen', 'in')],
    functions: [{ id: 'p', label: 'Pan', what: 'pan', takes: 'rate', over: ['in'] }],
  });
  const pins = defineSheet({
    ...base,
    class: 'own-pin-receiver',
    role: 'receiver',
    name: 'Pin receiver',
    group: 'Control',
    massG: 9,
    ports: [bus('b', 'out'), bus('p1', 'out'), bus('p2', 'out')],
    ties: [[pin('b', 2), pin('p1', 2), pin('p2', 2)]],
    supplies: [{ ...eats('p1', [4, 8.4], 0.3, 0.5), ...beside('p1') }],
    links: [
      { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
      wire('b', 'sbus', 'talk', 'b'),
      wire('p1', 'pulse', 'talk', 'p1'),
      wire('p2', 'pulse', 'talk', 'p2'),
    ],
  });
  const cart = defineSheet({
    ...base,
    class: 'own-cart',
    role: 'drive',
    name: 'Cart',
    group: 'Control',
    massG: 900,
    ports: [supplyPort('dc', 'power', 'left'), bus('s', 'in')],
    supplies: [eats('dc', [9, 18], 20, 50), regulatorIn('dc', [9, 18])],
    sources: [{ ...gives('buck', 's', 5, 3), ...beside('s') }],
    links: [wire('s', 'pulse', 'listen', 's')],
    functions: [{ id: 'go', label: 'Go', what: 'drive', takes: 'rate', over: ['s'] }],
  });
  const motor = defineSheet({
    ...base,
    class: 'own-ring-motor',
    role: 'tool',
    name: 'Ring motor',
    group: 'Payload',
    massG: 60,
    ports: [bus('in', 'in')],
    supplies: [{ ...eats('in', [4.6, 6.2], 1, 7), ...beside('in') }],
    links: [wire('in', 'pulse', 'listen', 'in')],
    functions: [{ id: 'ring', label: 'Ring', what: 'focus', takes: 'position', over: ['in'] }],
  });
  const now = Proposed.of({
    ...brief(
      'Rail cart',
      'hand-held or ground',
      [['PK', 'pack-4s'], PILOT, ['RX', pins.class], ['CT', cart.class], ['HD', weak.class], ['RM', motor.class]],
      [['drive'], ['pan'], ['focus']],
    ),
    sheets: [weak, pins, cart, motor],
  });

  it('is fed by the one that bears it all', () => {
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect([now.feeder('RX'), now.feeder('RM')]).toEqual(['CT', 'CT']);
    expect(now.analysis.findings.filter((f) => f.mark === 'stop' && f.station === 'rails').map((f) => f.title)).toEqual(
      [],
    );
  });
});
