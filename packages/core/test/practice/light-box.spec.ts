/** A trigger box that works its camera by light, one input of it doing two things: sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { recordBench, wiggleAll } from '../../src/bench/index.js';
import { decodeLine, fullestTrack, recogniseLine, trackOf } from '../../src/captures/index.js';
import { identify } from '../../src/channels/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { readRig, writeRig } from '../../src/files/index.js';
import { findConversations } from '../../src/loom/index.js';
import { defineSheet, eats, servoPort, supplyPort, wire } from '../../src/parts/shelf/define.js';
import { STICKS } from '../../src/parts/shelf/transmitter-faces.js';
import { planOf } from '../../src/prove/index.js';
import { applyEdits, type Edit, type Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own' };
const LIGHT = { id: 'light', kind: 'infra-red' as const, pins: {}, params: {} };

/** Low films, high takes pictures at intervals; a second input takes one. */
const box = defineSheet({
  ...base,
  class: 'own-light-box',
  role: 'trigger',
  name: 'Light box',
  group: 'Payload',
  massG: 9,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    servoPort('mode', 'mode', 'left', 'in'),
    servoPort('shot', 'shot', 'left', 'in'),
  ],
  supplies: [eats('volts', [4.5, 8.4], 0.1, 0.2)],
  links: [wire('mode', 'pulse', 'listen', 'mode'), wire('shot', 'pulse', 'listen', 'shot'), { ...LIGHT, way: 'talk' }],
  functions: [
    {
      id: 'film',
      label: 'Film',
      what: 'record',
      takes: 'pulse',
      over: ['mode'],
      windows: [{ fromUs: 800, toUs: 1300, label: 'film' }],
    },
    {
      id: 'often',
      label: 'Interval',
      what: 'interval',
      takes: 'momentary',
      over: ['mode'],
      windows: [{ fromUs: 1700, toUs: 2200, label: 'runs' }],
    },
    {
      id: 'one',
      label: 'Shutter',
      what: 'photo',
      takes: 'pulse',
      over: ['shot'],
      windows: [{ fromUs: 1700, toUs: 2200, label: 'shoot' }],
    },
  ],
});
/** Its eye is behind a window: no lead goes to it. */
const body = defineSheet({
  ...base,
  class: 'own-body',
  role: 'camera',
  name: 'Camera body',
  group: 'Payload',
  massG: 500,
  inside: { battery: true, minutes: 80 },
  links: [{ ...LIGHT, way: 'listen' }],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 6000 },
});
/** A switch of three places that springs back to the middle one, and a button. */
const radio = defineSheet({
  ...base,
  class: 'own-radio',
  role: 'transmitter',
  name: 'Camera radio',
  group: 'Control',
  massG: 0,
  links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: { periodMs: 20, base: 1, channels: 6 } }],
  controls: [
    ...STICKS,
    { id: 'C', label: 'switch C', kind: 'switch3', sprung: true, x: 0.7, y: 0.1 },
    { id: 'D', label: 'key D', kind: 'button', x: 0.8, y: 0.1 },
  ],
});

const MAPPER = {
  ...brief(
    'Kiln mapper',
    'FPV',
    [
      ['PK', 'pack-2s'],
      ['RX', 'receiver-6-pins'],
      ['TX', radio.class],
      ['IR', box.class],
      ['CM', body.class],
    ],
    [['record'], ['interval'], ['photo']],
  ),
  sheets: [box, body, radio],
};
const now = Proposed.of(MAPPER);
const rules = (rig: Rig, rule: string): string[] =>
  analyse(rig).findings.flatMap((f) => (f.rule === rule ? [f.title] : []));

describe('a light that has no plug', () => {
  it('reaches every eye, with no lead between them', () => {
    const light = findConversations(now.rig).filter((c) => c.kind === 'infra-red');
    expect(light.map((c) => [c.talker.part.id, c.listener.part.id, c.troubles])).toEqual([['IR', 'CM', []]]);
    expect(rules(now.rig, 'reach-missing')).toEqual([]);
    expect(now.proposal.unmet.map((u) => u.demand)).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('reaches nothing where nobody has an eye', () => {
    expect(rules(now.with([{ kind: 'removePart', part: 'CM' }]).rig, 'reach-missing')).toEqual([
      'Light box reaches no camera',
    ]);
  });
});

describe('one input that does one thing low and another high', () => {
  const film = now.chain('IR.film');
  const tuned = (toUs: number): Rig => ({
    ...now.rig,
    sheets: {
      ...now.rig.sheets,
      [box.class]: {
        ...box,
        functions: box.functions.map((f) =>
          f.id === 'film' ? { ...f, windows: [{ fromUs: 800, toUs, label: 'film' }] } : f,
        ),
      },
    },
  });

  it('is one slot for both, and no finding, while its windows lie apart', () => {
    expect(now.slot('IR.film')).toBe(now.slot('IR.often'));
    expect(rules(now.rig, 'two-on-one-slot')).toEqual([]);
    expect(rules(tuned(1900), 'two-on-one-slot')).toHaveLength(1);
  });

  it('asks for nothing while its switch rests in the middle', () => {
    expect(film.control?.id).toBe('C');
    expect(rules(now.rig, 'wrong-way')).toEqual([]);
    const stays: Edit[] = [
      {
        kind: 'resheet',
        sheet: { ...radio, controls: radio.controls.map((c) => (c.id === 'C' ? { ...c, sprung: false } : c)) },
      },
    ];
    // one that stays where it is put is left there
    const left = now.with(stays);
    expect(rules(left.rig, 'wrong-way')).toEqual([]);
    expect(left.failing()).toEqual([]);
  });

  it('asks for one of them where a switch of two places rests', () => {
    const two: Edit[] = [
      {
        kind: 'resheet',
        sheet: { ...radio, controls: radio.controls.map((c) => (c.id === 'C' ? { ...c, kind: 'switch2' } : c)) },
      },
    ];
    expect(rules(now.with(two).rig, 'wrong-way')).toHaveLength(1);
  });
});

describe('a light on wires of its own', () => {
  it('is taped before a window: a lead that can be made', () => {
    const port = (id: string, family: string) => ({
      ...{ id, label: id, side: 'right' as const, plug: { family, pins: 1 } },
      pins: [{ n: 1, label: 'light', line: 'signal' as const, way: id === 'led' ? ('out' as const) : ('in' as const) }],
    });
    const at = (id: string) => ({ data: { port: id, pin: 1 } });
    const wired = Proposed.of({
      ...MAPPER,
      sheets: [
        {
          ...box,
          ports: [...box.ports, port('led', 'wire ends')],
          links: [...box.links.slice(0, 2), { ...LIGHT, way: 'talk', pins: at('led') }],
        },
        { ...body, ports: [port('eye', 'sensor window')], links: [{ ...LIGHT, way: 'listen', pins: at('eye') }] },
        radio,
      ],
    });
    expect(wired.proposal.unmet).toEqual([]);
    expect(wired.has('IR.led', 'CM.eye')).toBe(true);
    expect(rules(wired.rig, 'plug-mismatch')).toEqual([]);
  });
});

describe('one of the two alone, by a button', () => {
  const twoPlaces = { ...radio, controls: radio.controls.filter((c) => c.id !== 'C') };
  const alone = Proposed.of({
    ...brief(
      'Kiln mapper',
      'FPV',
      [
        ['PK', 'pack-2s'],
        ['RX', 'receiver-6-pins'],
        ['TX', radio.class],
        ['IR', box.class],
        ['CM', body.class],
      ],
      [['interval', { control: 'D' }]],
    ),
    sheets: [box, body, twoPlaces],
  });

  it('rests between the two, and only what it asks is proven', () => {
    const { shaping } = alone.chain('IR.often');
    expect([shaping!.control, shaping!.lowUs, shaping!.highUs]).toEqual(['D', 1500, 2000]);
    expect(analyse(alone.rig).findings.filter((f) => f.station === 'channels' && f.mark !== 'clear')).toEqual([]);
    expect(alone.failing()).toEqual([]);
    expect(planOf(alone.rig).filter((s) => s.id.startsWith('IR.film'))).toEqual([]);
  });

  it('is told of where its rest asks the other, with a button that lets it rest between', () => {
    const low: Edit = { kind: 'shape', transmitter: 'TX', channel: alone.slot('IR.often')!, change: { lowUs: 1000 } };
    const { rig } = alone.with([low]);
    const [finding] = analyse(rig).findings.filter((f) => f.rule === 'wrong-way');
    const [fix] = fixesOf(finding!);
    expect([finding!.title, fix!.label]).toEqual(['Film works the wrong way', 'Let it rest between the two']);
    expect(rules(applyEdits(rig, fix!.edits).rig, 'wrong-way')).toEqual([]);
  });
});

describe('a receiver whose radio is said to go both ways', () => {
  it('can be bound in a file: it is the side that hears', () => {
    const receiver = now.rig.sheets['receiver-6-pins']!;
    const bothWays = receiver.links.map((l) => (l.kind === 'radio' ? { ...l, way: 'both' as const } : l));
    const rig: Rig = {
      ...now.rig,
      sheets: { ...now.rig.sheets, [receiver.class]: { ...receiver, links: bothWays } },
      parts: now.rig.parts.map((p) => (p.id === 'RX' ? { ...p, bound: 'TX' } : p)),
    };
    const read = readRig(writeRig(rig));
    expect(read.ok && read.value.sheets[receiver.class]).toEqual(receiver);
    const odd = readRig(writeRig({ ...rig, parts: rig.parts.map((p) => (p.id === 'CM' ? { ...p, bound: 'TX' } : p)) }));
    expect(!odd.ok && odd.problems.map((p) => p.what)).toEqual(['"Camera body" hears no radio']);
  });
});

describe('a recording of every output of a receiver', () => {
  it('tells which control drives which, a switch that springs back out of its middle too', () => {
    const { gestures, forMs } = wiggleAll(now.rig);
    const { lines, endNs } = recordBench(now.rig, gestures, forMs);
    const tracks = lines.map((line) => ({
      line: line.name,
      track: trackOf(decodeLine(line, recogniseLine(line)[0]!.sense, endNs), 'micro'),
    }));
    const { found, edits, dead } = identify(now.rig, fullestTrack(tracks)!.track);
    expect(found.map((f) => [f.control, f.slots])).toEqual([
      ['C', [now.slot('IR.film')]],
      ['D', [now.slot('IR.one')]],
    ]);
    expect([edits, dead]).toEqual([[], []]);
  });
});
