/** The operator's receiver, a box that speaks CAN, a head behind it whose socket works the camera, a picture shared out to two senders. */
import { describe, expect, it } from 'vitest';
import { compileBench, runBench, setControls, startBench, type Bench } from '../../src/bench/index.js';
import type { Sheet } from '../../src/parts/index.js';
import {
  at,
  defineSheet,
  deviceSerialPort,
  eats,
  hdmiPort,
  servoPort,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { joint } from '../../src/parts/shelf/gimbal-parts.js';
import { brief } from './bench.js';
import { canPort as pair, contact } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', group: 'Payload' as const };

const bridge = defineSheet({
  ...base,
  class: 'own-bridge',
  role: 'trigger',
  name: 'Bus bridge',
  massG: 18,
  ports: [servoPort('in', 'bus', 'left', 'in', 'supply'), pair('can')],
  supplies: [{ ...eats('in', [4.5, 5.5], 0.4, 0.6), plus: at('in', 2), minus: at('in', 3) }],
  links: [
    wire('in', 'sbus', 'listen', 'in', { base: 1, scale: 'micro' }),
    {
      id: 'can',
      kind: 'can',
      way: 'talk',
      pins: { data: at('can', 3) },
      alsoPins: [at('can', 4)],
      params: { base: 1 },
    },
  ],
});
const head = defineSheet({
  ...base,
  class: 'own-head',
  role: 'gimbal',
  name: 'Own head',
  massG: 5000,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    pair('can'),
    contact('trigger', 'out'),
    deviceSerialPort('lens', 'lens', 'right'),
  ],
  supplies: [eats('volts', [10, 17], 20, 40)],
  links: [
    {
      id: 'can',
      kind: 'can',
      way: 'listen',
      pins: { data: at('can', 3) },
      alsoPins: [at('can', 4)],
      params: { base: 1 },
    },
    wire('trigger', 'contact', 'talk', 'trigger'),
    { id: 'lens', kind: 'device-serial', way: 'both', pins: { send: at('lens', 1), hear: at('lens', 2) }, params: {} },
  ],
  joints: [joint('pan', -170, 170), joint('tilt', -90, 60)],
  functions: [
    { id: 'pan', label: 'Pan', what: 'pan', takes: 'rate', over: ['can'], joint: 'pan' },
    { id: 'tilt', label: 'Tilt', what: 'tilt', takes: 'rate', over: ['can'], joint: 'tilt' },
    {
      id: 'mode',
      label: 'Mode',
      what: 'gimbal-mode',
      takes: 'windows',
      over: ['can'],
      windows: [
        { fromUs: 800, toUs: 1500, label: 'lock' },
        { fromUs: 1500, toUs: 2200, label: 'follow' },
      ],
    },
  ],
});
const camera = defineSheet({
  ...base,
  class: 'own-camera',
  role: 'camera',
  name: 'Own camera',
  massG: 900,
  inside: { battery: true, minutes: 90 },
  ports: [contact('release', 'in'), hdmiPort('hdmi', 'HDMI', 'right', 'out', 'mini')],
  links: [wire('release', 'contact', 'listen', 'release'), wire('hdmi', 'hdmi', 'talk', 'hdmi')],
  functions: [
    {
      id: 'run',
      label: 'Run',
      what: 'record',
      takes: 'momentary',
      over: ['release'],
      windows: [{ fromUs: 1700, toUs: 2200, label: 'toggle' }],
    },
  ],
  view: { wideDeg: 60, teleDeg: 60, pointsAcross: 3840 },
});
const puller = defineSheet({
  ...base,
  class: 'own-puller',
  role: 'camera',
  name: 'Focus puller',
  massG: 160,
  ports: [supplyPort('volts', 'volts', 'left'), deviceSerialPort('link', 'link', 'left')],
  supplies: [eats('volts', [10, 17], 2, 7)],
  links: [
    { id: 'link', kind: 'device-serial', way: 'both', pins: { send: at('link', 1), hear: at('link', 2) }, params: {} },
  ],
  functions: [{ id: 'focus', label: 'Focus', what: 'focus', takes: 'position', over: ['link'] }],
});
const OUTS = ['o1', 'o2'];
const splitter = defineSheet({
  ...base,
  class: 'own-splitter',
  role: 'converter',
  name: 'Picture splitter',
  massG: 40,
  ports: [
    supplyPort('volts', 'volts', 'left'),
    hdmiPort('in', 'in', 'left', 'in', 'mini'),
    ...OUTS.map((id) => hdmiPort(id, id, 'right', 'out', 'mini')),
  ],
  supplies: [eats('volts', [4.6, 5.4], 1, 1.5)],
  links: [wire('in', 'hdmi', 'listen', 'in'), ...OUTS.map((id) => wire(id, 'hdmi', 'talk', id))],
  pictures: OUTS.map((output) => ({ inputs: ['in'], output })),
});
const sheets: Sheet[] = [bridge, head, camera, puller, splitter];
const OPERATOR = { by: 'camera operator' } as const;

const line = Proposed.of({
  ...brief(
    'Fell line',
    'carriage on a line',
    [
      ['P4', 'pack-4s'],
      ['R5', 'regulator-5v'],
      ['CO', 'console-line'],
      ['HC', 'console-head-radio'],
      ['RX', 'receiver-long-range'],
      ['RH', 'receiver-16'],
      ['PD', 'pack-14s-tool'],
      ['DR', 'line-drive-bus', { prepared: ['safety', 'tension'] }],
      ['BB', bridge.class],
      ['HD', head.class],
      ['CA', camera.class],
      ['FP', puller.class],
      ['SP', splitter.class],
      ['CV', 'hdmi-converter'],
      ['VT', 'video-transmitter-pack'],
      ['AU', 'hdmi-air-unit'],
      ['A1', 'antenna-press'],
      ['A2', 'antenna-screw'],
      ['A3', 'antenna-press'],
      ['A4', 'antenna-press'],
    ],
    [
      ['drive', { control: 'drive-pedal' }],
      ['brake', { control: 'K' }],
      ['pan', OPERATOR],
      ['tilt', OPERATOR],
      ['gimbal-mode', OPERATOR],
      ['record', OPERATOR],
      ['focus', OPERATOR],
    ],
  ),
  sheets,
});

const toggled = (bench: Bench): number => {
  const { control } = line.chain('CA.run');
  const place = bench.parts.findIndex((p) => p.part.id === 'CA');
  let state = startBench(bench, { awake: true });
  for (const to of [-1, 1, -1, 1]) state = runBench(bench, setControls(state, { [`HC.${control!.id}`]: to }), 400);
  return state.parts[place]!.does!.asked[0]!;
};

describe('a head that hands channels of its bus through', () => {
  it('is wired by a proposal behind what speaks its bus, for the operator who asks', () => {
    expect(line.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    expect(line.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title)).toEqual([]);
    const { path, transmitter, breaks } = line.chain('CA.run');
    expect([transmitter?.id, breaks]).toEqual(['HC', null]);
    expect(path.map((c) => `${c.talker.part.id} ${c.kind}`)).toEqual(['RH sbus', 'BB can', 'HD contact']);
    expect(
      line
        .chain('FP.focus')
        .path.map((c) => `${c.talker.part.id} ${c.kind}`)
        .at(-1),
    ).toBe('HD device-serial');
    expect(line.chain('HD.mode').path.map((c) => c.talker.part.id)).toEqual(['RH', 'BB']);
  });

  it('lets every step of the plan pass, and the camera deaf with any of them', () => {
    expect(line.failing()).toEqual([]);
    expect(toggled(compileBench(line.rig))).toBe(0);
    for (const part of ['BB', 'HD'])
      expect([part, toggled(compileBench(line.rig, 1, [{ kind: 'dead', part }]))]).toEqual([part, NaN]);
  });

  it('needs no camera for what it does itself', () => {
    const cut = line.with([{ kind: 'removeCable', cable: line.lead('HD', 'CA').id }]);
    expect(cut.chain('CA.run').breaks).toBe('nothing is wired to it');
    expect(cut.chain('HD.mode').breaks).toBeNull();
    expect(cut.analysis.findings.filter((f) => f.rule === 'reach-missing')).toEqual([]);
  });
});

describe('a button that is reversed', () => {
  it('asks while nobody presses, of a momentary function too', () => {
    const { slot } = line.chain('CA.run');
    const turned = line.with([{ kind: 'shape', transmitter: 'HC', channel: slot!, change: { reverse: true } }]);
    const wrong = (now: Proposed) => now.analysis.findings.filter((f) => f.rule === 'wrong-way').map((f) => f.title);
    expect(wrong(line)).toEqual([]);
    expect(wrong(turned)).toEqual(['Run works the wrong way']);
  });
});

describe('a picture that is shared out', () => {
  it('comes to all that send one, by a converter too', () => {
    for (const [from, to] of [
      ['CA', 'SP'],
      ['SP', 'CV'],
      ['CV', 'VT'],
      ['SP', 'AU'],
    ] as const)
      expect([from, to, line.has(from, to)]).toEqual([from, to, true]);
  });
});
