/** What runs on the ground with two heads on one CAN bus and a core told by two pulses of one plug: sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import type { Sheet } from '../../src/parts/index.js';
import {
  at,
  defineSheet,
  eats,
  ground,
  plus,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { planOf } from '../../src/prove/index.js';
import { safeLine, type Edit } from '../../src/rig/index.js';
import { brief, type PartLine, type WishLine } from './bench.js';
import { canPort as pair } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Payload' as const };
const can = (way: 'talk' | 'listen') => ({
  id: 'can',
  kind: 'can' as const,
  way,
  pins: { data: at('can', 3) },
  alsoPins: [at('can', 4)],
  params: { baud: 250_000, base: 1 },
});

const drive = defineSheet({
  ...base,
  class: 'own-wheels',
  role: 'drive',
  name: 'Wheels',
  massG: 900,
  ports: [
    supplyPort('volts', 'volts', 'left', 'screw terminal 5 mm'),
    servoPort('go', 'speed', 'left', 'in'),
    servoPort('turn', 'turn', 'left', 'in'),
  ],
  supplies: [eats('volts', [9, 17], 30, 90)],
  links: [wire('go', 'pulse', 'listen', 'go'), wire('turn', 'pulse', 'listen', 'turn')],
  functions: [
    { id: 'go', label: 'Travel', what: 'drive', takes: 'position', over: ['go'], rangeUs: [1000, 2000] },
    { id: 'turn', label: 'Turn', what: 'yaw', takes: 'position', over: ['turn'], rangeUs: [1000, 2000] },
  ],
});
const bridge = defineSheet({
  ...base,
  class: 'own-bridge',
  role: 'trigger',
  name: 'Bus bridge',
  massG: 18,
  ports: [servoPort('in', 'bus', 'left', 'in', 'supply'), pair('can')],
  supplies: [{ ...eats('in', [4.5, 5.5], 0.4, 0.6), plus: at('in', 2), minus: at('in', 3) }],
  links: [wire('in', 'sbus', 'listen', 'in', { base: 1, scale: 'percent' }), can('talk')],
});
const head = (id: string) =>
  defineSheet({
    ...base,
    class: id,
    role: 'gimbal',
    name: id,
    massG: 1400,
    ports: [supplyPort('volts', 'volts', 'left', 'screw terminal 5 mm'), pair('can')],
    supplies: [eats('volts', [11, 17], 8, 25)],
    links: [can('listen')],
    functions: [
      { id: 'pan', label: 'Pan', what: 'pan', takes: 'rate', over: ['can'], joint: 'pan' },
      { id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'rate', over: ['can'], joint: 'tilt' },
    ],
    joints: [joint('pan', -170, 170, 90), joint('tilt', -60, 60, 60)],
  });
const core = defineSheet({
  ...base,
  class: 'own-core',
  role: 'camera',
  name: 'Thermal core',
  massG: 90,
  ports: [
    {
      id: 'plug',
      label: 'plug',
      side: 'left',
      plug: { family: 'latching 1.25 mm', pins: 4 },
      pins: [plus(1), ground(2), signal(3, 'P1', 'in'), signal(4, 'P2', 'in')],
    },
  ],
  supplies: [eats('plug', [4.8, 5.2], 1.2, 2)],
  links: [wire('p1', 'pulse', 'listen', 'plug', {}, { pin: 3 }), wire('p2', 'pulse', 'listen', 'plug', {}, { pin: 4 })],
  functions: [
    {
      id: 'palette',
      label: 'Palette',
      what: 'palette',
      takes: 'steps',
      over: ['p1'],
      windows: [
        { fromUs: 800, toUs: 1333, label: 'back' },
        { fromUs: 1667, toUs: 2200, label: 'on' },
      ],
    },
    {
      id: 'flat',
      label: 'Flat field',
      what: 'calibrate',
      takes: 'momentary',
      over: ['p2'],
      windows: [{ fromUs: 1667, toUs: 2200, label: 'shutter' }],
    },
  ],
  view: { wideDeg: 30, teleDeg: 30, pointsAcross: 640 },
});
/** Wheel and trigger, a knob, a switch of three places and a button. */
const pistol = defineSheet({
  ...base,
  class: 'own-pistol',
  role: 'transmitter',
  name: 'Pistol set',
  group: 'Control',
  massG: 0,
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 14, base: 1, channels: 6 } }],
  controls: [
    { id: 'a', label: 'trigger', kind: 'stick', x: 0.2, y: 0.5 },
    { id: 'b', label: 'wheel', kind: 'stick', x: 0.8, y: 0.4 },
    { id: 'c', label: 'knob', kind: 'knob', x: 0.5, y: 0.2 },
    { id: 'd', label: 'switch', kind: 'switch3', x: 0.4, y: 0.1 },
    { id: 'e', label: 'button', kind: 'button', x: 0.6, y: 0.1 },
  ],
});
const heads: [Sheet, Sheet] = [head('own-head-front'), head('own-head-rear')];
const sheets: Sheet[] = [drive, bridge, ...heads, core, pistol];

const PARTS: PartLine[] = [
  ['PK', 'pack-4s'],
  ['R5', 'regulator-5v'],
  ['RX', 'receiver-6-pins'],
  ['TX', pistol.class],
  ['DR', drive.class],
  ['TC', core.class],
];
const HEADS: PartLine[] = [
  ['RO', 'receiver-bus'],
  ['TO', 'transmitter-16'],
  ['BR', bridge.class],
  ['HF', heads[0].class],
  ['HR', heads[1].class],
];
const WISHES: WishLine[] = [['drive'], ['calibrate']];
const OF_HEADS: WishLine[] = ['HF', 'HR'].flatMap((part): WishLine[] => [
  ['pan', { part, by: 'camera operator' }],
  ['tilt', { part, by: 'camera operator' }],
]);
const rover = Proposed.of({ ...brief('Burrow', 'hand-held or ground', PARTS, WISHES), sheets });
const whole = Proposed.of({
  ...brief('Burrow', 'hand-held or ground', [...PARTS, ...HEADS], [...WISHES, ...OF_HEADS]),
  sheets,
});

describe('what drives and turns', () => {
  it('is wired for both, and obeys the trigger and the wheel', () => {
    expect(rover.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect([rover.control('DR.go'), rover.control('DR.turn')]).toEqual(['a', 'b']);
    expect(rover.slot('DR.go')).not.toBe(rover.slot('DR.turn'));
    expect(rover.failing()).toEqual([]);
  });

  it('is switched off at its radio in the plan, at full travel', () => {
    const lost = planOf(rover.rig).find((s) => s.id.endsWith('.lost'))!;
    expect(lost.setUp).toMatchObject({ a: 1 });
    expect(lost.expects.map((e) => e.sight)).toContain('DR.go');
    const unset: Edit[] = rover.rig.failSafes.map(({ receiver, slot }) => ({ kind: 'noFailSafe', receiver, slot }));
    expect(planOf(rover.with(unset).rig).some((s) => s.id.endsWith('.lost'))).toBe(false);
  });

  it('has nobody think of a line: kinds that others name are told by end stops and brakes', () => {
    const text = (kind: string): string => safeLine({ ...rover.rig, kind }).text;
    const quiet = text('hand-held or ground');
    expect([text('rover'), text('boat')]).toEqual([quiet, quiet]);
    for (const kind of ['carriage on a line', 'cable camera', 'Line runner']) expect(text(kind)).not.toBe(quiet);
    expect(
      analyse(rover.rig)
        .wake.steps.map((s) => s.text)
        .filter((t) => t.includes('end stops one')),
    ).toEqual([]);
  });
});

describe('two pulses on one plug', () => {
  it('are each of one function: one of them alone carries its own', () => {
    expect(rover.chain('TC.flat').breaks).toBeNull();
    expect(rover.analysis.findings.filter((f) => f.rule === 'signal-missing')).toEqual([]);
    const lead = rover.between('RX', 'TC')[0]!;
    const wire = lead.wires.findIndex((w) => [w.from, w.to].some((p) => p.part === 'TC' && p.pin === 4));
    const cut = rover.with([{ kind: 'removeWire', cable: lead.id, wire }]);
    expect(cut.analysis.findings.map((f) => f.rule)).toContain('signal-missing');
  });
});

describe('two heads on one bus of two wires', () => {
  it('hang on one plug of the bridge, and each turns alone', () => {
    expect(whole.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(whole.analysis.brief.wishes.map((w) => w.state)).toEqual(whole.rig.wishes.map(() => 'granted'));
    const slots = ['HF.pan', 'HF.tilt', 'HR.pan', 'HR.tilt'].map((name) => whole.slot(name));
    expect(new Set(slots).size).toBe(4);
    expect(whole.failing()).toEqual([]);
  });
});
