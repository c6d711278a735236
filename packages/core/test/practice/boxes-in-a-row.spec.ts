/** A sum receiver, a box that fans it out, a box behind that one, a camera behind both: channels go through all of them. */
import { describe, expect, it } from 'vitest';
import { compileBench, recordBench, runBench, setControls, startBench, type Bench } from '../../src/bench/index.js';
import { decodeLine, USUAL, valuesAt } from '../../src/captures/index.js';
import type { Brief } from '../../src/files/index.js';
import type { Control, Sheet } from '../../src/parts/index.js';
import { at, defineSheet, eats, empty, ground, plus, signal, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { brief } from './bench.js';
import { clicker, still } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const three = (id: string, way: 'in' | 'out', feeds = true) => ({
  id,
  label: id,
  side: 'left' as const,
  plug: { family: 'three-way 2.54 mm', pins: 3 },
  pins: [signal(1, 'S', way), feeds ? plus(2) : empty(2, 'not joined'), ground(3)],
});
const OUTS = [1, 2, 3, 4];

const fan = defineSheet({
  ...base,
  class: 'own-fan',
  role: 'converter',
  name: 'Fan-out',
  group: 'Control',
  massG: 8,
  ports: [supplyPort('volts', 'volts', 'left'), three('sum', 'in'), ...OUTS.map((n) => three(`q${n}`, 'out'))],
  ties: [[at('volts', 1), at('sum', 2), ...OUTS.map((n) => at(`q${n}`, 2))]],
  supplies: [eats('volts', [4.5, 8.4], 0.2, 0.3)],
  links: [
    wire('sum', 'ppm', 'listen', 'sum', { base: 1 }),
    ...OUTS.map((n) => wire(`q${n}`, 'pulse', 'talk', `q${n}`)),
  ],
});
const rudder = defineSheet({
  ...base,
  class: 'own-rudder',
  role: 'drive',
  name: 'Rudder servo',
  group: 'Control',
  massG: 50,
  ports: [three('lead', 'in')],
  supplies: [
    {
      id: 'own',
      plus: at('lead', 2),
      minus: at('lead', 3),
      volts: [4.8, 7.4],
      draw: { kind: 'power', typical: 1, peak: 6 },
    },
  ],
  links: [wire('lead', 'pulse', 'listen', 'lead')],
  functions: [{ id: 'steer', label: 'Steering', what: 'yaw', takes: 'position', over: ['lead'] }],
});
const sheets: Sheet[] = [fan, clicker, still, rudder];

const boat = Proposed.of({
  ...brief(
    'Mere boat',
    'hand-held or ground',
    [
      ['PK', 'pack-4s'],
      ['R5', 'regulator-5v'],
      ['RX', 'receiver-ppm'],
      ['TX', 'transmitter-16'],
      // behind what it hears, in the list as on the bench
      ['CA', still.class],
      ['CK', clicker.class],
      ['FO', fan.class],
      ['RU', rudder.class],
    ],
    [['photo']],
  ),
  sheets,
});

const released = (bench: Bench): number => {
  const { control } = boat.chain('CA.shot');
  const at = bench.parts.findIndex((p) => p.part.id === 'CA');
  let state = startBench(bench, { awake: true });
  for (const to of [-1, 1, -1, 1]) state = runBench(bench, setControls(state, { [control!.id]: to }), 400);
  return state.parts[at]!.does!.asked[0]!;
};

describe('boxes in a row', () => {
  it('are wired by a proposal, what steers the boat among what they tell', () => {
    expect(boat.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(boat.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
    expect(boat.chain('CA.shot').path.map((c) => `${c.talker.part.id} ${c.kind}`)).toEqual([
      'RX ppm',
      'FO pulse',
      'CK contact',
    ]);
    expect(boat.chain('RU.steer').path.map((c) => c.kind)).toEqual(['ppm', 'pulse']);
  });

  it('carry the slot of the pin on the way', () => {
    const [, pin] = boat.chain('CA.shot').path;
    expect(String(boat.slot('CA.shot'))).toBe(pin!.talker.link.id.slice(1));
  });

  it('let every step of the plan pass, and take it away with the volts of any of them', () => {
    expect(planOf(boat.rig).some((s) => s.part === 'CA' && s.moves.length > 0)).toBe(true);
    expect(boat.failing()).toEqual([]);
    expect(released(compileBench(boat.rig))).toBe(0);
    for (const box of ['FO', 'CK'])
      expect([box, released(compileBench(boat.rig, 1, [{ kind: 'dead', part: box }]))]).toEqual([box, NaN]);
  });

  it('are recorded where they tell others by pulses', () => {
    const { control, path, slot } = boat.chain('CA.shot');
    const { lines } = recordBench(boat.rig, [{ atMs: 600, controls: { [control!.id]: 1 } }], 1200);
    const { talker } = path.find((c) => c.kind === 'pulse')!;
    const own = lines.find((l) => l.name === `Fan-out ${talker.link.id}`)!;
    const { frames } = decodeLine(own, USUAL.pulse);
    const width = (row: number): number => Math.round(valuesAt(frames, row)[0] as number);
    expect(slot).not.toBeNull();
    expect([width(0), width(frames.length - 1)]).toEqual([1000, 2000]);
  });

  it('say which of them hears no receiver', () => {
    const lead = boat.lead('RX', 'FO');
    const cut = boat.with([{ kind: 'removeCable', cable: lead.id }]);
    expect(cut.chain('CA.shot').breaks).toBe('Fan-out hears no receiver');
  });
});

describe('what drives or floats', () => {
  const stick = (id: string, label: string, x: number): Control => ({ id, label, kind: 'stick', x, y: 0.5 });
  const two = defineSheet({
    ...base,
    class: 'own-two-sticks',
    role: 'transmitter',
    name: 'Two sticks and nothing else',
    group: 'Control',
    massG: 0,
    links: [{ id: 'rf', kind: 'radio', way: 'talk', pins: {}, params: { base: 1, channels: 8, periodMs: 20 } }],
    controls: [
      stick('left-x', 'left stick sideways', 0.2),
      stick('left-y', 'left stick up and down', 0.2),
      stick('right-x', 'right stick sideways', 0.8),
      stick('right-y', 'right stick up and down', 0.8),
    ],
  });
  const punt = (kind: Brief['kind']): Proposed =>
    Proposed.of({
      ...brief(
        'Punt',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['R5', 'regulator-5v'],
          ['TX', two.class],
          ['RX', 'receiver-16'],
          ['RU', rudder.class],
          ['GB', 'gimbal-two-pulse'],
        ],
        [['tilt'], ['pan']],
      ),
      kind,
      sheets: [two, rudder],
    });
  const sticks = (now: Proposed): (string | null)[] => ['RU.steer', 'GB.tilt', 'GB.pan'].map((fn) => now.control(fn));

  it('has the sticks that steer nothing for its payload, and a craft has none', () => {
    const [steers, ...payload] = sticks(punt('hand-held or ground'));
    expect(steers).toBe('left-x');
    expect(payload.every((id) => id !== null && id !== steers)).toBe(true);
    expect(sticks(punt('fixed wing')).slice(1)).toEqual([null, null]);
  });
});
