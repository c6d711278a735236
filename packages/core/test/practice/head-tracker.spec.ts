/** A craft whose board feeds what hangs on it, flown with goggles that follow the head: sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { fixesOf } from '../../src/findings/index.js';
import { pilotTransmitter } from '../../src/rig/index.js';
import { wakePlan } from '../../src/wake/plan.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { at, defineSheet, eats, ground, plus, servoPort, signal, wire } from '../../src/parts/shelf/define.js';
import type { Sheet } from '../../src/parts/index.js';
import { moveText } from '../../src/prove/function-steps.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const two = (id: string, label: string, family: string, way: 'in' | 'out') => ({
  id,
  label,
  side: 'left' as const,
  plug: { family, pins: 2 },
  pins: [{ ...plus(1, '+'), way }, ground(2, '−')],
});
const jack = (id: string, way: 'in' | 'out') => ({
  id,
  label: 'head tracker',
  side: 'right' as const,
  plug: { family: 'jack 3.5 mm', pins: 2 },
  pins: [signal(1, 'S', way), ground(2, 'G')],
});

/** Two supplies at one plug: its own, and that of a regulator whose volts are on two plugs. */
const board = defineSheet({
  ...base,
  class: 'own-board',
  role: 'controller',
  name: 'Wing board',
  group: 'Control',
  massG: 25,
  board: 'large',
  ports: [
    two('pack', 'pack', 'two-way board plug', 'in'),
    servoPort('bus', 'bus', 'left', 'in', 'supply'),
    servoPort('s5', 'S5', 'right', 'out', 'supply'),
    servoPort('s6', 'S6', 'right', 'out', 'supply'),
  ],
  ties: [[at('s5', 2), at('s6', 2), at('bus', 2)]],
  supplies: [
    { ...eats('pack', [9, 26], 1, 2), id: 'own' },
    {
      id: 'reg',
      plus: at('pack', 1),
      minus: at('pack', 2),
      volts: [9, 26],
      draw: { kind: 'regulator', typical: 0, peak: 0 },
    },
  ],
  sources: [
    {
      id: 'five',
      kind: 'buck',
      plus: at('s5', 2),
      minus: at('s5', 3),
      maxA: 4,
      outOhm: 0.04,
      regulator: { volts: 5.1, dropoutV: 1, efficiency: 0.9, quiescentA: 0.01, fedBy: 'reg' },
    },
  ],
  links: [
    wire('bus', 'sbus', 'listen', 'bus', { base: 1 }),
    wire('s5', 'pulse', 'talk', 's5'),
    wire('s6', 'pulse', 'talk', 's6'),
  ],
  functions: ['roll', 'pitch', 'throttle', 'yaw'].map((what) => ({
    id: what,
    label: what,
    what: what as 'roll',
    takes: 'position' as const,
    askedBy: [{ by: 'slot' as const, over: ['bus'] }],
  })),
  starts: [{ text: 'calibrates', seconds: 6, still: true }],
});
const servo = (what: 'pan' | 'tilt'): Sheet =>
  defineSheet({
    ...base,
    class: `own-${what}`,
    role: 'gimbal',
    name: `${what} motor`,
    group: 'Payload',
    massG: 12,
    ports: [servoPort('s', 'lead', 'left', 'in', 'supply')],
    supplies: [
      {
        id: 's',
        plus: at('s', 2),
        minus: at('s', 3),
        volts: [4.5, 6],
        draw: { kind: 'current', typical: 0.2, peak: 0.8 },
      },
    ],
    links: [wire('s', 'pulse', 'listen', 's')],
    functions: [{ id: what, label: what, what, takes: 'position', askedBy: [{ by: 'slot', over: ['s'] }], joint: 'j' }],
    joints: [
      {
        id: 'j',
        label: what,
        minDeg: -90,
        maxDeg: 90,
        speedDegPerS: 300,
        carries: 'payload',
        axis: what === 'pan' ? [0, 0, 1] : [0, 1, 0],
      },
    ],
  });
const receiver = defineSheet({
  ...base,
  class: 'own-receiver',
  role: 'receiver',
  name: 'Small receiver',
  group: 'Control',
  massG: 4,
  ports: [servoPort('out', 'bus', 'right', 'out', 'supply')],
  supplies: [
    {
      id: 's',
      plus: at('out', 2),
      minus: at('out', 3),
      volts: [4, 9],
      draw: { kind: 'current', typical: 0.1, peak: 0.1 },
    },
  ],
  links: [
    { id: 'air', kind: 'radio', way: 'listen', pins: {} },
    wire('out', 'sbus', 'talk', 'out', { base: 1, periodMs: 9 }),
  ],
  starts: [{ text: 'binds', seconds: 2, still: false }],
});
const goggles = defineSheet({
  ...base,
  class: 'own-goggles',
  role: 'display',
  name: 'Goggles with a head tracker',
  group: 'Picture',
  massG: 0,
  inside: { battery: true, minutes: 150 },
  ports: [jack('head', 'out')],
  controls: [
    { id: 'a', label: 'Head left/right', kind: 'knob', x: 0.5, y: 0.3 },
    { id: 'b', label: 'Head up/down', kind: 'knob', x: 0.5, y: 0.6 },
  ],
  links: [
    // a picture comes through the air; people write such a radio down as going both ways
    { id: 'air', kind: 'radio', way: 'both', pins: {} },
    wire('head', 'ppm', 'talk', 'head', { channels: 8, periodMs: 22.5 }),
  ],
});
const radio = {
  ...SHELF.find((s) => s.class === 'transmitter-16')!,
  class: 'own-radio',
  ports: [jack('trainer', 'in')],
  links: [
    { id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { base: 1 } },
    wire('trainer', 'ppm', 'listen', 'trainer'),
  ],
} as Sheet;
const sheets = [board, servo('pan'), servo('tilt'), receiver, goggles, radio];

const proposed = (by: { by?: 'camera operator' }): Proposed =>
  Proposed.of({
    ...brief(
      'Head wing',
      'fixed wing',
      [
        // the goggles lie first on the bench
        ['GO', goggles.class],
        ['PK', 'pack-3s'],
        ['FC', board.class],
        ['RX', receiver.class],
        ['PS', 'own-pan'],
        ['TS', 'own-tilt'],
        ['TX', radio.class],
      ],
      [
        ['pan', by],
        ['tilt', by],
      ],
    ),
    sheets,
  });

describe('a board that feeds what hangs on it', () => {
  const now = proposed({});

  it('takes the volts of all its supplies by one lead, as thick and fused as all of them ask', () => {
    expect(now.proposal.unmet.map((u) => u.demand)).toEqual([]);
    expect(now.between('PK', 'FC')).toHaveLength(1);
    expect(now.proposal.choices.filter((c) => c.demand.includes('Wing board has its volts'))).toHaveLength(1);
    expect(now.analysis.findings.map((f) => f.title)).toEqual([]);
  });

  it('feeds by every plug its regulator is joined to', () => {
    expect(['RX', 'PS', 'TS'].map((id) => now.feeder(id))).toEqual(['FC', 'FC', 'FC']);
  });

  it.each([
    ['RX', 2],
    ['PS', 2],
  ])('a plus wire that is out of the lead of %s goes back into it', (id, pin) => {
    const lead = now.between('FC', id)[0]!;
    const wire = lead.wires.findIndex((w) => [w.from, w.to].some((at) => at.part === id && at.pin === pin));
    const cut = now.with([{ kind: 'removeWire', cable: lead.id, wire }]);
    const unfed = cut.analysis.findings.find((f) => f.rule === 'supply-none' && f.subjects.includes(id))!;
    const [fix] = fixesOf(unfed);
    expect(fix!.label).toBe(`Add the plus wire of ${lead.id}`);
    expect(cut.with(fix!.edits).analysis.findings).toEqual([]);
  });

  it('gives its volts while it calibrates', () => {
    const tasks = wakePlan(now.rig).steps;
    const binds = tasks.find((t) => t.text === 'binds')!;
    const calibrates = tasks.find((t) => t.text === 'calibrates')!;
    expect(binds.start).toBeLessThan(calibrates.start + calibrates.seconds);
  });
});

describe('goggles that follow the head', () => {
  it('are not the radio the craft is flown by, wherever they lie', () => {
    const now = proposed({});
    expect(pilotTransmitter(now.rig)).toBe('TX');
    expect(['FC.roll', 'PS.pan'].map((name) => now.chain(name).transmitter!.id)).toEqual(['TX', 'TX']);
    expect(now.between('GO', 'TX')).toEqual([]);
  });

  it('are joined to it where somebody else is to look round, and take over by a switch', () => {
    const now = proposed({ by: 'camera operator' });
    expect(now.between('GO', 'TX')).toHaveLength(1);
    expect(now.rig.handOvers.map((h) => [h.from, h.to, h.channels.length])).toEqual([['TX', 'GO', 2]]);
    expect(now.analysis.brief.wishes.map((w) => w.state)).toEqual(['granted', 'granted']);
  });

  it('have no throttle to put low', () => {
    const texts = wakePlan(proposed({ by: 'camera operator' }).rig).steps.map((t) => t.text);
    expect(texts).toContain('Goggles with a head tracker: controls at rest');
    expect(texts.filter((t) => t.includes('hrottle low'))).toHaveLength(1);
  });

  it('turn the way they are called', () => {
    const [a, b] = goggles.controls;
    expect([moveText(a!, 1), moveText(b!, 1), moveText(b!, -1)]).toEqual([
      'Head left/right fully right',
      'Head up/down fully up',
      'Head up/down fully down',
    ]);
  });
});
