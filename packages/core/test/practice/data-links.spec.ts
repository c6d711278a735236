/** Data between a craft and a screen through the air, by radios that sheets of anyone's own describe as going both ways. */
import { describe, expect, it } from 'vitest';
import { findAsks } from '../../src/channels/index.js';
import { findConversations } from '../../src/loom/index.js';
import type { LinkKind, Sheet, SheetDraft } from '../../src/parts/index.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { at, defineSheet, wire } from '../../src/parts/shelf/define.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const shelf = (cls: string): Sheet => SHELF.find((s) => s.class === cls)!;
const AIR = { id: 'air', kind: 'radio' as const, way: 'both' as const, pins: {} };

const aerial = {
  id: 'aerial',
  label: 'aerial',
  side: 'right' as const,
  plug: { family: 'coax screw', pins: 1 },
  pins: [{ n: 1, label: 'A', line: 'signal' as const, way: 'both' as const }],
};
const usb = (way: 'in' | 'out') => ({
  id: 'usb',
  label: 'USB',
  side: 'left' as const,
  plug: { family: 'USB C', pins: 4 },
  pins: [
    { n: 1, label: '5 V', line: 'supply' as const, way },
    { n: 2, label: 'D+', line: 'signal' as const, way: 'both' as const },
    { n: 3, label: 'D−', line: 'signal' as const, way: 'both' as const },
    { n: 4, label: 'G', line: 'ground' as const },
  ],
});
const usbLink = {
  id: 'usb',
  kind: 'usb' as const,
  way: 'both' as const,
  pins: { data: at('usb', 2) },
  alsoPins: [at('usb', 3)],
};
const base = { revision: 1, summary: 'of their own', group: 'Control' as const };

const onBoard = defineSheet({
  ...base,
  class: 'own-telemetry',
  role: 'network',
  name: 'Telemetry radio',
  massG: 15,
  ports: [
    {
      id: 'serial',
      label: 'serial',
      side: 'right',
      plug: { family: 'latching 1.25 mm', pins: 4 },
      pins: [
        { n: 1, label: '5 V', line: 'supply', way: 'in' },
        { n: 2, label: 'RX', line: 'signal', way: 'in' },
        { n: 3, label: 'TX', line: 'signal', way: 'out' },
        { n: 4, label: 'G', line: 'ground' },
      ],
    },
    aerial,
  ],
  supplies: [
    {
      id: 'supply',
      plus: at('serial', 1),
      minus: at('serial', 4),
      volts: [4.5, 5.5],
      draw: { kind: 'current', typical: 0.1, peak: 0.4 },
    },
  ],
  links: [
    {
      id: 'data',
      kind: 'mavlink',
      way: 'both',
      pins: { send: at('serial', 3), hear: at('serial', 2) },
      params: { baud: 57600 },
    },
    wire('aerial', 'antenna', 'both', 'aerial'),
    AIR,
  ],
});

const atGround = defineSheet({
  ...base,
  class: 'own-modem',
  role: 'network',
  name: 'Ground modem',
  massG: 0,
  ports: [usb('in'), aerial],
  supplies: [
    {
      id: 'supply',
      plus: at('usb', 1),
      minus: at('usb', 4),
      volts: [4.5, 5.5],
      draw: { kind: 'current', typical: 0.1, peak: 0.4 },
    },
  ],
  links: [usbLink, wire('aerial', 'antenna', 'both', 'aerial'), AIR],
});

const computer = defineSheet({
  ...base,
  class: 'own-computer',
  role: 'display',
  name: 'Field computer',
  massG: 0,
  inside: { battery: true, minutes: 300 },
  ports: [usb('out')],
  sources: [{ id: 'five', kind: 'stolen', plus: at('usb', 1), minus: at('usb', 4), maxA: 0.9, outOhm: 0.1, fixedV: 5 }],
  links: [usbLink],
  apps: [{ id: 'ground', name: 'ground station', shows: [], steers: ['tilt', 'pan'] }],
});

/** Its own screen says what is asked of it over telemetry, through the controller it hangs on. */
const gimbal: Sheet = {
  ...shelf('gimbal-network-laser'),
  class: 'own-gimbal',
  functions: shelf('gimbal-network-laser')
    .functions.filter((f) => f.what === 'tilt' || f.what === 'pan')
    .map((f) => ({ ...f, askedBy: [{ by: 'screen', over: ['telemetry'], what: 'drag' }] })),
};

const AERIALS: PartLine[] = [
  ['A1', 'own-aerial'],
  ['A2', 'own-aerial'],
];
const aerialSheet = defineSheet({
  ...base,
  class: 'own-aerial',
  role: 'antenna',
  name: 'Aerial',
  massG: 3,
  ports: [{ ...aerial, id: 'foot', label: 'foot', side: 'left' }],
  links: [wire('foot', 'antenna', 'listen', 'foot')],
});

const CRAFT: PartLine[] = [
  ['PK', 'pack-6s'],
  ['R5', 'regulator-5v'],
  ['FC', 'flight-controller-6'],
  ['TX', 'transmitter-16'],
  ['RX', 'receiver-bus'],
];

const sheetsOf = (...own: Sheet[]): { sheets: Sheet[] } => ({ sheets: own });
const unmet = (now: Proposed): string[] => now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`);
const asked = (now: Proposed, part: string): { breaks: string | null; on: string[] }[] =>
  findAsks(now.rig)
    .filter((a) => a.part.id === part && a.way.by === 'screen')
    .map((a) => ({ breaks: a.breaks, on: [...a.parts] }));

describe('telemetry through the air', () => {
  const now = Proposed.of({
    ...brief(
      'Moor lift',
      'rotor',
      [
        ...CRAFT,
        ['GIM', gimbal.class],
        ['TEL', 'own-telemetry'],
        ['MOD', 'own-modem'],
        ['PC', 'own-computer'],
        ...AERIALS,
      ],
      [['tilt'], ['pan']],
    ),
    ...sheetsOf(gimbal, onBoard, atGround, computer, aerialSheet),
  });

  it('is wired from the gimbal to the screen, each end fed on its own side', () => {
    expect(unmet(now).filter((u) => !u.includes('picture'))).toEqual([]);
    expect(now.has('GIM', 'FC')).toBe(true);
    expect(now.has('FC', 'TEL')).toBe(true);
    expect(now.has('MOD', 'PC')).toBe(true);
    expect(now.feeder('MOD')).toBe('PC');
    const ground = new Set(['MOD', 'PC', 'TX']);
    const leads = now.rig.cables
      .flatMap((c) => c.wires)
      .filter((w) => ![w.from.part, w.to.part].some((p) => /^A\d/.test(p)));
    expect(leads.filter((w) => ground.has(w.from.part) !== ground.has(w.to.part))).toEqual([]);
  });

  it('carries what the screen asks, and is no receiver', () => {
    expect(asked(now, 'GIM')).toEqual([
      { breaks: null, on: ['PC', 'MOD', 'TEL', 'FC', 'GIM'] },
      { breaks: null, on: ['PC', 'MOD', 'TEL', 'FC', 'GIM'] },
    ]);
    const heard = findConversations(now.rig).filter((c) => c.kind === 'radio');
    expect(heard.map((c) => [c.talker.part.id, c.listener.part.id])).toEqual([['TX', 'RX']]);
  });

  it('comes to a computer by the second of two radios alike, though it could hang on the controller itself', () => {
    const desk = defineSheet({
      ...base,
      class: 'own-desk',
      role: 'display',
      name: 'Desk computer',
      massG: 900,
      inside: { battery: true, minutes: 300 },
      ports: [{ ...onBoard.ports[0]!, pins: [...onBoard.ports[0]!.pins] }],
      sources: [{ ...computer.sources[0]!, plus: at('serial', 1), minus: at('serial', 4) }],
      links: [{ ...onBoard.links[0]!, pins: { send: at('serial', 3), hear: at('serial', 2) } }],
    });
    const two = Proposed.of({
      ...brief(
        'Moor lift',
        'rotor',
        [...CRAFT, ['TEL', 'own-telemetry'], ['TG', 'own-telemetry'], ['PC', desk.class], ...AERIALS],
        [],
      ),
      ...sheetsOf(onBoard, desk, aerialSheet),
    });
    expect(unmet(two)).toEqual([]);
    expect(two.has('FC', 'PC')).toBe(false);
    expect(['TEL', 'TG'].map((radio) => [two.has('FC', radio), two.has('PC', radio)]).sort()).toEqual([
      [false, true],
      [true, false],
    ]);
  });

  it('does not bring what is asked over a network', () => {
    const net = Proposed.of({
      ...brief(
        'Moor lift',
        'rotor',
        [
          ...CRAFT,
          ['GIM', 'gimbal-network-one-plug'],
          ['TEL', 'own-telemetry'],
          ['MOD', 'own-modem'],
          ['PC', 'own-computer'],
          ...AERIALS,
        ],
        [['tilt']],
      ),
      ...sheetsOf(onBoard, atGround, computer, aerialSheet),
    });
    expect(unmet(net).join()).toContain('Tilt: nothing here brings Ethernet');
    expect(asked(net, 'GIM').every((a) => a.breaks !== null)).toBe(true);
  });
});

describe('a network through the air', () => {
  const radio = (cls: string, name: string, extra: Partial<SheetDraft> = {}): Sheet => ({
    ...shelf('network-radio'),
    class: cls,
    name,
    links: [...shelf('network-radio').links, { ...AIR, params: {} }],
    ...(extra as Partial<Sheet>),
  });
  const screen = (kinds: LinkKind[]): Sheet =>
    defineSheet({
      ...base,
      class: 'own-screen',
      role: 'display',
      name: 'Screen',
      massG: 0,
      inside: { battery: true, minutes: 300 },
      links: kinds.map((kind) => ({ id: kind, kind, way: 'both' as const, pins: {} })),
      apps: [
        { id: 'app', name: 'payload app', shows: [{ kind: 'rtsp', toldBy: 'address' }], steers: ['tilt', 'record'] },
      ],
    });
  const bench = (kinds: LinkKind[]): Proposed =>
    Proposed.of({
      ...brief(
        'Moor lift',
        'rotor',
        [
          ...CRAFT,
          ['GIM', 'gimbal-network-one-plug'],
          ['NET', 'own-radio'],
          ['SCR', 'own-screen'],
          ['A1', 'antenna-ground'],
        ],
        [['tilt'], ['record']],
      ),
      ...sheetsOf(radio('own-radio', 'Data radio'), screen(kinds), { ...aerialSheet, class: 'antenna-ground' }),
    });

  it('reaches a screen with the modem in it', () => {
    const now = bench(['radio', 'ethernet']);
    expect(unmet(now).filter((u) => /tilt|record/.test(u))).toEqual([]);
    expect(asked(now, 'GIM').filter((a) => a.breaks === null).length).toBeGreaterThan(1);
    const heard = findConversations(now.rig).filter((c) => c.kind === 'radio');
    expect(heard.map((c) => [c.talker.part.id, c.listener.part.id])).toEqual([['TX', 'RX']]);
  });

  it('reaches none that has no radio for it', () => {
    expect(asked(bench(['ethernet']), 'GIM').filter((a) => a.breaks === null)).toEqual([]);
  });
});
