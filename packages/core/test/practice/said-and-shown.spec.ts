/** What a controller or a computer says besides, and screens that are told whose picture they show. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { airSenders } from '../../src/loom/index.js';
import {
  defineSheet,
  eats,
  ethernetPort,
  flightFunctions,
  gives,
  ground,
  halves,
  picturePort,
  plus,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { rigProblems, type Rig } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { contact, leadScreen } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 30 };
const rulesOf = (rig: Rig): string[] => analyse(rig).findings.map((f) => f.rule);

describe('what a controller or a computer says besides', () => {
  it('bytes on one wire tell a sender its power, on the plug that brings its picture', () => {
    const both = (id: string, way: 'in' | 'out') => ({
      ...{ id, label: id, side: 'right' as const, plug: { family: 'solder pads', pins: 4 } },
      pins: [plus(1), ground(2), signal(3, 'V', way), signal(4, 'T', way)],
    });
    const says = (way: 'talk' | 'listen') => ({
      ...wire('t', 'device-serial', way, 'v', { baud: 4800, protocol: 'sender words' }),
      pins: { data: { port: 'v', pin: 4 } },
    });
    const board = defineSheet({
      ...base,
      ...{ class: 'own-board', role: 'controller', name: 'Board', group: 'Control' },
      ports: [
        supplyPort('b', 'volts', 'left', 'wire ends'),
        servoPort('rc', 'rc', 'left', 'in'),
        picturePort('c', 'eye', 'left', 'in'),
        both('v', 'out'),
      ],
      supplies: [eats('b', [12, 26], 2, 3)],
      sources: [{ ...gives('buck', 'v', 9, 2), regulator: { ...gives('buck', 'v', 9, 2).regulator, fedBy: 'main' } }],
      links: [
        wire('rc', 'sbus', 'listen', 'rc'),
        wire('c', 'composite', 'listen', 'c'),
        { ...wire('v', 'composite', 'talk', 'v'), pins: { data: { port: 'v', pin: 3 } } },
        says('talk'),
      ],
      pictures: [{ output: 'v', inputs: ['c'] }],
      functions: flightFunctions(['rc']),
    });
    const sender = defineSheet({
      ...base,
      ...{ class: 'own-sender', role: 'video-transmitter', name: 'Sender', group: 'Picture' },
      ports: [both('v', 'in')],
      supplies: [{ ...eats('v', [7, 14], 4, 6), plus: { port: 'v', pin: 1 }, minus: { port: 'v', pin: 2 } }],
      links: [{ ...wire('v', 'composite', 'listen', 'v'), pins: { data: { port: 'v', pin: 3 } } }, says('listen')],
      functions: [
        {
          id: 'pw',
          label: 'Power',
          what: 'radio-power',
          takes: 'windows',
          over: ['t'],
          windows: halves('pit', 'full'),
        },
      ],
    });
    const now = Proposed.of({
      ...brief(
        'Bytes',
        'FPV',
        [
          ...([
            ['PK', 'pack-4s'],
            ['R5', 'regulator-5v'],
            ['TX', 'transmitter-16'],
            ['RX', 'receiver-bus'],
            ['EY', 'fpv-camera-plain'],
          ] as PartLine[]),
          ['FC', board.class],
          ['SN', sender.class],
        ],
        [['radio-power', { control: 'A' }]],
      ),
      sheets: [board, sender],
    });
    expect(now.chain('SN.pw').breaks).toBeNull();
    // a new transmitter sends A on channel 5, where nothing listens
    expect(now.control('SN.pw')).toBe('A');
    expect(rulesOf(now.rig)).not.toContain('signal-missing');
  });

  it('a computer puts bytes on a lead, and takes two eyes by plugs beside each other', () => {
    const computer = defineSheet({
      ...base,
      ...{ class: 'own-computer', role: 'network', name: 'Computer', group: 'Control' },
      ports: [
        supplyPort('dc', 'volts', 'left'),
        ...['n1', 'n2', 'n3'].map((id) => ethernetPort(id, id, 'right')),
        { ...contact('u', 'out'), plug: { family: 'four-way latch', pins: 2 } },
      ],
      supplies: [eats('dc', [9, 17], 10, 12)],
      links: [
        ...['n1', 'n2', 'n3'].map((id) => wire(id, 'ethernet', 'both', id)),
        { ...wire('u', 'device-serial', 'talk', 'u', { baud: 9600, protocol: 'horn words' }) },
      ],
    });
    const horn = defineSheet({
      ...base,
      ...{ class: 'own-horn', role: 'tool', name: 'Horn', group: 'Payload' },
      ports: [
        supplyPort('dc', 'volts', 'left'),
        { ...contact('u', 'in'), plug: { family: 'four-way latch', pins: 2 } },
      ],
      supplies: [eats('dc', [9, 17], 3, 4)],
      links: [wire('u', 'device-serial', 'listen', 'u', { baud: 9600, protocol: 'horn words' })],
      functions: [
        {
          id: 'say',
          label: 'Say',
          what: 'detail',
          takes: 'pulse',
          askedBy: [{ by: 'screen', over: ['u'], what: 'a button' }],
        },
      ],
    });
    const eye = defineSheet({
      ...base,
      ...{ class: 'own-eye', role: 'camera', name: 'Eye', group: 'Payload' },
      ports: [supplyPort('dc', 'volts', 'left'), ethernetPort('n', 'n', 'right')],
      supplies: [eats('dc', [9, 17], 3, 4)],
      links: [wire('n', 'ethernet', 'both', 'n')],
      streams: [{ id: 'm', lens: 'main', kind: 'rtsp', link: 'n', path: '/m' }],
      view: { wideDeg: 60, teleDeg: 60, pointsAcross: 1920 },
    });
    const page = defineSheet({
      ...base,
      ...{ class: 'own-page', role: 'display', name: 'Page', group: 'Picture' },
      inside: { battery: true, minutes: 100 },
      ports: [ethernetPort('n', 'n', 'left')],
      links: [wire('n', 'ethernet', 'both', 'n')],
      apps: [{ id: 'p', name: 'Page', shows: [{ kind: 'rtsp', toldBy: 'address and path' }], steers: ['detail'] }],
    });
    const now = Proposed.of({
      ...brief(
        'Computer',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['R12', 'regulator-12v'],
          ['CP', computer.class],
          ['HO', horn.class],
          ['E1', eye.class],
          ['E2', eye.class],
          ['PG', page.class],
        ],
        [['detail']],
      ),
      sheets: [computer, horn, eye, page],
    });
    expect(['HO', 'E1', 'E2', 'PG'].map((p) => now.between('CP', p).length)).toEqual([1, 1, 1, 1]);
    expect(now.proposal.unmet).toEqual([]);
  });
});

describe('a screen by lead behind a switch', () => {
  const eye = defineSheet({
    ...base,
    ...{ class: 'own-lead-eye', role: 'camera', name: 'Eye', group: 'Payload' },
    ports: [supplyPort('dc', 'volts', 'left'), picturePort('v', 'v', 'right', 'out')],
    supplies: [eats('dc', [9, 17], 3, 4)],
    links: [wire('v', 'composite', 'talk', 'v', { standard: '625/50' })],
    view: { wideDeg: 60, teleDeg: 60, pointsAcross: 960 },
  });
  const now = Proposed.of({
    ...brief(
      'Switched',
      'hand-held or ground',
      [
        ...([
          ['PK', 'pack-4s'],
          ['R5', 'regulator-5v'],
          ['TX', 'transmitter-16'],
          ['RX', 'receiver-6-pins'],
          ['SW', 'picture-switcher-2'],
        ] as PartLine[]),
        ['E1', eye.class],
        ['E2', eye.class],
        ['SC', leadScreen.class],
      ],
      [['picture', { part: 'SW' }]],
      { reach: 'servo leads' },
    ),
    sheets: [eye, leadScreen],
  });

  it('is looked at whenever the picture is chosen', () => {
    expect(now.proposal.unmet).toEqual([]);
    const seen = planOf(now.rig)
      .flatMap((s) => s.expects)
      .filter((e) => e.sight === 'SC.in-picture');
    expect(new Set(seen.map((e) => ('is' in e ? e.is : null)))).toEqual(new Set(['E1', 'E2']));
    expect(now.failing()).toEqual([]);
  });
});

describe('a screen that is bound', () => {
  const sender = (id: string) =>
    defineSheet({
      ...base,
      ...{ class: `own-${id}`, role: 'video-transmitter', name: id, group: 'Picture' },
      ports: [picturePort('in', 'in', 'left', 'in'), supplyPort('dc', 'volts', 'left')],
      supplies: [eats('dc', [9, 17], 3, 4)],
      links: [wire('in', 'composite', 'listen', 'in'), { id: 'air', kind: 'radio', way: 'talk', pins: {}, params: {} }],
    });
  const screen = defineSheet({
    ...base,
    ...{ class: 'own-air-screen', role: 'display', name: 'Screen', group: 'Picture', massG: 0 },
    inside: { battery: true, minutes: 100 },
    ports: [],
    links: [{ id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} }],
  });
  const [one, other] = [sender('one'), sender('other')];
  const laid = Proposed.of({
    ...brief(
      'Bound',
      'rotor',
      [
        ['S1', one.class],
        ['S2', other.class],
        ['SC', screen.class],
        ['PK', 'pack-4s'],
      ],
      [],
    ),
    sheets: [one, other, screen],
  }).bare;
  const bound = (to?: string): Rig => ({
    ...laid,
    parts: laid.parts.map((p) => (p.id === 'SC' && to ? { ...p, bound: to } : p)),
  });

  it('shows what its sender sends, where nobody else is named', () => {
    expect(airSenders(bound()).get('SC')).toBeUndefined();
    expect(airSenders(bound('S2')).get('SC')!.id).toBe('S2');
    expect(rigProblems(bound('S2'))).toEqual([]);
    expect(rigProblems(bound('PK'))[0]!.what).toBe('"PK" sends nothing by radio');
  });
});
