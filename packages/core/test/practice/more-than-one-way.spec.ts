/** Boxes that do something and pass something on, two ways in for one out, two plugs for one picture. Sheets of anyone's own. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { findChains } from '../../src/channels/index.js';
import {
  antennaPort,
  defineSheet,
  eats,
  ethernetPort,
  gives,
  picturePort,
  ranged,
  regulatorIn,
  servoPort,
  supplyPort,
  wire,
} from '../../src/parts/shelf/define.js';
import { type Rig } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { contact, leadScreen, still } from './own-parts.js';
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
  it('is seen on both screens', () => {
    const parts: PartLine[] = [
      ['PK', 'pack-4s'],
      ['CA', twice.class],
      ['S1', leadScreen.class],
      ['S2', leadScreen.class],
    ];
    const now = Proposed.of({ ...brief('Twice', 'hand-held or ground', parts, []), sheets: [twice, leadScreen] });
    expect(['S1', 'S2'].map((s) => now.between('CA', s).length)).toEqual([1, 1]);
  });
});

describe('an antenna of the ground and one of the craft', () => {
  const whip = (id: string, massG: number) =>
    defineSheet({
      ...base,
      ...{ class: `own-whip-${id}`, role: 'antenna', name: `Whip ${id}`, group: 'Leads and tools', massG },
      ports: [antennaPort('foot', 'foot', 'in', 'coax screw')],
      links: [wire('foot', 'antenna', 'listen', 'foot')],
    });
  const radio = (id: string, massG: number) =>
    defineSheet({
      ...base,
      ...{ class: `own-radio-${id}`, role: 'network', name: `Radio ${id}`, group: 'Control', massG },
      ports: [
        supplyPort('dc', 'volts', 'left'),
        ethernetPort('n', 'n', 'right'),
        antennaPort('a', 'a', 'out', 'coax screw'),
      ],
      supplies: [eats('dc', [9, 17], 5, 6)],
      links: [
        wire('n', 'ethernet', 'both', 'n'),
        { id: 'w', kind: 'radio', way: 'both', pins: {}, params: {} },
        wire('a', 'antenna', 'talk', 'a'),
      ],
    });
  const sheets = [whip('a', 0), whip('b', 9), radio('low', 0), radio('high', 90)];
  it('stay each on its side, whichever comes first', () => {
    for (const [first, second] of [
      ['own-whip-a', 'own-whip-b'],
      ['own-whip-b', 'own-whip-a'],
    ] as const) {
      const parts: PartLine[] = [
        ['PK', 'pack-4s'],
        ['RG', 'own-radio-low'],
        ['RA', 'own-radio-high'],
        ['A1', first],
        ['A2', second],
      ];
      const now = Proposed.of({ ...brief('Whips', 'rotor', parts, []), sheets });
      const ground = first === 'own-whip-a' ? 'A1' : 'A2';
      expect(now.between('RG', ground), first).toHaveLength(1);
    }
  });
});
