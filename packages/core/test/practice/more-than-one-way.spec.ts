/** Boxes that do something and pass something on, two ways in for one out, ears of which no sheet says anything. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { assignChannels } from '../../src/channels/studies.js';
import { findChains, idleAt } from '../../src/channels/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { airSenders } from '../../src/loom/index.js';
import {
  defineSheet,
  eats,
  ethernetPort,
  flightFunctions,
  gives,
  halves,
  picturePort,
  plus,
  ground,
  ranged,
  regulatorIn,
  servoPort,
  signal,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { planOf } from '../../src/prove/index.js';
import { type Edit, type Rig } from '../../src/rig/index.js';
import { rigProblems } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { contact, still } from './own-parts.js';
import { Proposed } from './proposed.js';

const base = { revision: 1, summary: 'of their own', massG: 30 };
const rulesOf = (rig: Rig): string[] => analyse(rig).findings.map((f) => f.rule);

describe('a box of lens motors that starts the camera too', () => {
  const lensBox = defineSheet({
    ...base,
    ...{ class: 'own-lens-box', role: 'converter', name: 'Lens box', group: 'Payload' },
    ports: [
      supplyPort('dc', 'volts', 'left'),
      servoPort('f', 'focus', 'left', 'in'),
      servoPort('s', 'start', 'left', 'in'),
      contact('run', 'out'),
    ],
    supplies: [eats('dc', [4.5, 8.4], 1, 2)],
    links: [
      wire('f', 'pulse', 'listen', 'f'),
      wire('s', 'pulse', 'listen', 's'),
      wire('run', 'contact', 'talk', 'run'),
    ],
    functions: [ranged('focus', 'Focus', 'focus', 'position', ['f'], 0, 100, '%')],
  });
  const now = Proposed.of({
    ...brief(
      'Lens box',
      'hand-held or ground',
      [
        ...([
          ['PK', 'pack-4s'],
          ['R5', 'regulator-5v'],
          ['TX', 'transmitter-16'],
          ['RX', 'receiver-6-pins'],
        ] as PartLine[]),
        ['LB', lensBox.class],
        ['CA', still.class],
      ],
      [
        ['focus', { part: 'LB' }],
        ['photo', { part: 'CA' }],
      ],
      { reach: 'servo leads' },
    ),
    sheets: [lensBox, still],
  });

  it('is told by two leads, and the second goes on to the camera', () => {
    expect(now.proposal.unmet).toEqual([]);
    expect(now.between('RX', 'LB')).toHaveLength(2);
    const photo = findChains(now.rig).find((c) => c.part.id === 'CA')!;
    expect(photo.breaks).toBeNull();
    expect(photo.path.map((c) => c.listener.link.id)).toEqual(['s', 'release']);
    expect(photo.slot).not.toBe(now.slot('LB.focus'));
    expect(now.failing()).toEqual([]);
  });
});

describe('a box that takes whichever of two packs lives', () => {
  const backer = defineSheet({
    ...base,
    ...{ class: 'own-backer', role: 'regulator', name: 'Backer', group: 'Power' },
    ports: [
      ...['a', 'b'].map((id) => supplyPort(id, id, 'left', 'wire ends')),
      supplyPort('out', 'out', 'right', 'wire ends'),
    ],
    supplies: ['a', 'b'].map((id) => regulatorIn(id, [11, 26], id)),
    sources: ['a', 'b'].map((fedBy) => ({
      ...gives('buck', 'out', 5.3, 6),
      id: `from-${fedBy}`,
      regulator: { ...gives('buck', 'out', 5.3, 6).regulator, fedBy },
    })),
  });
  const lamp = defineSheet({
    ...base,
    ...{ class: 'own-lamp', role: 'tool', name: 'Lamp', group: 'Payload' },
    ports: [supplyPort('in', 'in', 'left', 'wire ends')],
    supplies: [eats('in', [4.8, 5.6], 5, 6)],
  });
  const of = (packs: number) =>
    Proposed.of({
      ...brief(
        'Backed',
        'hand-held or ground',
        [
          ...Array.from({ length: packs }, (_, i): PartLine => [`P${i}`, 'pack-4s']),
          ['BB', backer.class],
          ['LA', lamp.class],
        ],
        [],
      ),
      sheets: [backer, lamp],
    });
  const pins = (now: Proposed, pack: string): string[] =>
    now
      .between(pack, 'BB')
      .flatMap((c) => c.wires.flatMap((w) => [w.from, w.to].flatMap((at) => (at.part === 'BB' ? at.port : []))));

  it('has a pack at each of its ways in, and they are no pair', () => {
    const now = of(2);
    expect(now.proposal.unmet).toEqual([]);
    expect([new Set(pins(now, 'P0')), new Set(pins(now, 'P1'))].map((s) => s.size)).toEqual([1, 1]);
    expect(pins(now, 'P0')[0]).not.toBe(pins(now, 'P1')[0]);
    expect(now.between('P0', 'P1')).toEqual([]);
    // what comes out at one contact is no second source beside the first
    expect(rulesOf(now.rig)).not.toContain('back-feed');
    expect(now.failing()).toEqual([]);
  });

  it('has one way in where there is one pack', () => expect(new Set(pins(of(1), 'P0')).size).toBe(1));
});

describe('a camera with two plugs for its picture', () => {
  const twice = defineSheet({
    ...base,
    ...{ class: 'own-twice', role: 'camera', name: 'Twice seen', group: 'Payload' },
    ports: [supplyPort('dc', 'volts', 'left'), ...['a', 'b'].map((id) => picturePort(id, id, 'right', 'out'))],
    supplies: [eats('dc', [9, 17], 3, 4)],
    links: ['a', 'b'].map((id) => wire(id, 'composite', 'talk', id)),
    view: { wideDeg: 60, teleDeg: 60, pointsAcross: 960 },
  });
  const screen = defineSheet({
    ...base,
    ...{ class: 'own-screen', role: 'display', name: 'Screen', group: 'Picture' },
    ports: [supplyPort('dc', 'volts', 'left'), picturePort('in', 'in', 'left', 'in')],
    supplies: [eats('dc', [9, 17], 8, 9)],
    links: [wire('in', 'composite', 'listen', 'in')],
  });
  it('is seen on both screens', () => {
    const parts: PartLine[] = [
      ['PK', 'pack-4s'],
      ['CA', twice.class],
      ['S1', screen.class],
      ['S2', screen.class],
    ];
    const now = Proposed.of({ ...brief('Twice', 'hand-held or ground', parts, []), sheets: [twice, screen] });
    expect(['S1', 'S2'].map((s) => now.between('CA', s).length)).toEqual([1, 1]);
  });
});

/** An ear of which its sheet says nothing: a rudder, an aileron. */
const ear = defineSheet({
  ...base,
  ...{ class: 'own-ear', role: 'drive', name: 'Aileron', group: 'Control' },
  ports: [servoPort('lead', 'lead', 'left', 'in', 'supply')],
  supplies: [{ ...eats('lead', [4.6, 8], 0.5, 2), plus: { port: 'lead', pin: 2 }, minus: { port: 'lead', pin: 3 } }],
  links: [wire('lead', 'pulse', 'listen', 'lead')],
});

describe('a channel that goes to something of which no sheet says anything', () => {
  const pins = [1, 2, 3, 4, 5, 6];
  const receiver = defineSheet({
    ...base,
    ...{ class: 'own-six', role: 'receiver', name: 'Six pins', group: 'Control' },
    ports: [
      servoPort('b', 'bus', 'right', 'out'),
      ...pins.map((n) => servoPort(`p${n}`, `pin ${n}`, 'right', 'out', 'supply')),
    ],
    supplies: [{ ...eats('p1', [4.6, 8], 0.3, 0.4), plus: { port: 'p1', pin: 2 }, minus: { port: 'p1', pin: 3 } }],
    ties: [2, 3].map((pin) => pins.map((n) => ({ port: `p${n}`, pin }))),
    links: [
      { id: 'air', kind: 'radio', way: 'listen', pins: {}, params: {} },
      wire('b', 'sbus', 'talk', 'b'),
      ...pins.map((n) => wire(`p${n}`, 'pulse', 'talk', `p${n}`)),
    ],
  });
  const head = defineSheet({
    ...base,
    ...{ class: 'own-head', role: 'gimbal', name: 'Head', group: 'Payload' },
    inside: { battery: true, minutes: 100 },
    ports: [servoPort('b', 'bus', 'left', 'in')],
    links: [wire('b', 'sbus', 'listen', 'b')],
    functions: [ranged('tilt', 'Tilt', 'tilt', 'position', ['b'], -90, 20, '°')],
  });
  const laid = Proposed.of({
    ...brief(
      'Ears',
      'fixed wing',
      [
        ...([
          ['PK', 'pack-4s'],
          ['R5', 'regulator-5v'],
          ['TX', 'transmitter-16'],
          ['RX', receiver.class],
        ] as PartLine[]),
        ['A1', ear.class],
        ['A2', ear.class],
        ['HD', head.class],
      ],
      [['tilt']],
    ),
    sheets: [receiver, ear, head],
  }).bare;
  const lead = (id: string, pin: number, part: string): Edit => ({
    kind: 'addCable',
    cable: {
      id,
      marked: false,
      locked: false,
      wires: [1, 2, 3].map((n) => ({
        id: `w${n}`,
        from: { part: 'RX', port: `p${pin}`, pin: n },
        to: { part, port: 'lead', pin: n },
        ...{ colour: 'white', gaugeAwg: 24, lengthMm: 200 },
      })),
    },
  });
  const row = (channel: number, control: string | null): Edit => ({
    kind: 'shape',
    transmitter: 'TX',
    channel,
    change: { control },
  });
  const wired = (pinsOf: number[]) => {
    const now = Proposed.of({ ...brief('x', 'rotor', [], []) });
    return new Proposed(laid, now.proposal, laid).with([
      ...pinsOf.map((pin, i) => lead(`C${i + 1}`, pin, `A${i + 1}`)),
      ...pins.map((n) => row(n, n === 1 || n === 5 ? 'right-x' : null)),
    ]).rig;
  };
  const together = (rig: Rig) =>
    analyse(rig).findings.filter((f) => f.rule === 'one-control-many' && f.apart === 'right-x');

  it('is meant where it moves with another of its kind, and never freed', () => {
    expect(together(wired([1, 5]))).toEqual([]);
    const [half] = together(wired([1]));
    expect(half!.figures.find((f) => f.name === 'listened to')!.value).toBe('1');
    expect(fixesOf(half!).map((f) => f.label)).toEqual(['Free 5']);
  });

  it('is given to nothing else', () => {
    const told = (pinsOf: number[]): (number | null)[] => {
      const rig = wired(pinsOf);
      const wires = [1, 3].map((n) => ({
        id: `w${n}`,
        from: { part: 'RX', port: 'b', pin: n },
        to: { part: 'HD', port: 'b', pin: n },
        ...{ colour: 'white', gaugeAwg: 24, lengthMm: 200 },
      }));
      const cables = [...rig.cables, { id: 'C9', marked: false, locked: false, wires }];
      return assignChannels({ ...rig, cables }, {}).rows.map((r) => r.slot);
    };
    expect(told([])).toEqual([5]);
    expect(told([5, 6])).toEqual([7]);
  });
});

describe('a stick that is said to spring', () => {
  const desk = (sprung?: boolean) =>
    defineSheet({
      ...base,
      ...{ class: 'own-desk', role: 'transmitter', name: 'Desk', group: 'Control' },
      ports: [],
      links: [{ id: 'air', kind: 'radio', way: 'talk', pins: {}, params: {} }],
      controls: [
        ...(['left', 'right'] as const).flatMap((side, i) =>
          (['x', 'y'] as const).map((way) => ({
            ...{ id: `${side}-${way}`, label: `${side} stick ${way === 'x' ? '↔' : '↕'}`, kind: 'stick' as const },
            ...{ x: 0.2 + 0.6 * i, y: 0.5 },
            ...(sprung === undefined ? {} : { sprung }),
          })),
        ),
      ],
    });
  const restOf = (sprung?: boolean): number => {
    const sheet = desk(sprung);
    const part = { id: 'TX', class: sheet.class, label: 'Desk', settings: {}, onBench: true, prepared: [] };
    return idleAt(
      { part, sheet },
      sheet.controls.find((c) => c.id === 'left-y')!,
    );
  };
  it('rests in its middle where a throttle would stay low', () => expect([restOf(), restOf(true)]).toEqual([-1, 0]));
});

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
  const screen = defineSheet({
    ...base,
    ...{ class: 'own-lead-screen', role: 'display', name: 'Screen', group: 'Picture' },
    ports: [supplyPort('dc', 'volts', 'left'), picturePort('in', 'in', 'left', 'in')],
    supplies: [eats('dc', [9, 17], 8, 9)],
    links: [wire('in', 'composite', 'listen', 'in')],
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
        ['SC', screen.class],
      ],
      [['picture', { part: 'SW' }]],
      { reach: 'servo leads' },
    ),
    sheets: [eye, screen],
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
