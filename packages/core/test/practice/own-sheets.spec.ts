/** Benches with classes that no shelf has: serial kinds a sheet names itself, lines that go one way, an arming switch. */
import { describe, expect, it } from 'vitest';
import { compileBench, startBench } from '../../src/bench/index.js';
import { controlOptions } from '../../src/channels/assign/control-options.js';
import { findChains } from '../../src/channels/index.js';
import type { Control, Link, PartFunction, Sheet } from '../../src/parts/index.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { planOf, playStep } from '../../src/prove/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { applyEdits, findPin, newPart } from '../../src/rig/index.js';
import { brief, type PartLine } from './bench.js';
import { Proposed } from './proposed.js';

const shelf = (cls: string): Sheet => SHELF.find((s) => s.class === cls)!;
const own = (cls: string, change: (sheet: Sheet) => Partial<Sheet>): Sheet => ({
  ...shelf(cls),
  ...change(shelf(cls)),
  class: `own-${cls}`,
});
const links = (sheet: Sheet, change: (link: Link) => Link): { links: Link[] } => ({ links: sheet.links.map(change) });
const over = (fn: PartFunction, ids: string[]): PartFunction => ({ ...fn, askedBy: [{ by: 'slot', over: ids }] });

const CRAFT = [
  ['PK', 'pack-4s'],
  ['R5', 'regulator-5v'],
  ['TX', 'transmitter-16'],
] satisfies PartLine[];

function proposed(parts: PartLine[], wishes: string[], sheets: Sheet[]): Proposed {
  const bench = brief(
    'Fell craft',
    'FPV',
    [...CRAFT, ...parts],
    wishes.map((w) => [w as never]),
  );
  return Proposed.of({ ...bench, sheets });
}

const open = (now: Proposed): string[] => now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`);
const stops = (now: Proposed): string[] => now.analysis.findings.filter((f) => f.mark === 'stop').map((f) => f.title);

describe('a controller that names what its ports speak', () => {
  const board = own('flight-controller-6', (s) => ({
    links: s.links.map((l) => (l.id === 'serial2' ? { ...l, kind: 'crsf', params: { ...l.params, baud: 420000 } } : l)),
    functions: s.functions.map((f) => over(f, ['serial2'])),
  }));

  it('hears a receiver there, untold', () => {
    const now = proposed(
      [
        ['FC', board.class],
        ['RX', 'receiver-serial-link'],
      ],
      [],
      [board],
    );
    expect(open(now)).toEqual([]);
    expect(stops(now)).toEqual([]);
    expect(now.has('RX', 'FC')).toBe(true);
    expect(now.rig.held).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('does not understand another kind: a port for telemetry is no port for a receiver', () => {
    const deaf = {
      ...board,
      links: board.links.map((l) => (l.id === 'serial2' ? { ...l, kind: 'mavlink' as const } : l)),
    };
    const now = proposed(
      [
        ['FC', board.class],
        ['RX', 'receiver-serial-link'],
      ],
      [],
      [deaf],
    );
    expect(open(now).join()).toContain('Flight controller hears a receiver');
    const wrong = proposed(
      [
        ['FC', board.class],
        ['RX', 'receiver-serial-link'],
      ],
      [],
      [board],
    );
    const rig = { ...wrong.rig, sheets: { ...wrong.rig.sheets, [deaf.class]: deaf } };
    const [finding] = new Proposed(wrong.bare, wrong.proposal, rig).analysis.findings.filter(
      (f) => f.rule === 'wrong-type',
    );
    expect([finding?.title, finding?.text].join(' ')).toBe(
      'Flight controller expects telemetry Receiver, open serial link brings the fast radio link. It looks exactly like a dead wire.',
    );
  });
});

describe('a serial line that goes one way', () => {
  it('from a receiver that only sends', () => {
    const receiver = own('receiver-serial-link', (s) =>
      links(s, (l) => (l.kind === 'crsf' ? { ...l, way: 'talk', pins: { send: l.pins.send! } } : l)),
    );
    const now = proposed(
      [
        ['FC', 'flight-controller-6'],
        ['RX', receiver.class],
      ],
      [],
      [receiver],
    );
    expect(open(now)).toEqual([]);
    expect(stops(now)).toEqual([]);
    expect(now.failing()).toEqual([]);
  });

  it('to a video transmitter that only hears', () => {
    const sender = own('video-transmitter-serial', (s) =>
      links(s, (l) => (l.kind === 'device-serial' ? { ...l, way: 'listen', pins: { hear: l.pins.hear! } } : l)),
    );
    const now = proposed(
      [
        ['FC', 'flight-controller-6'],
        ['RX', 'receiver-serial-link'],
        ['VT', sender.class],
        ['AN', 'antenna-screw'],
        ['CM', 'nose-camera'],
      ],
      ['radio-power'],
      [sender],
    );
    expect(open(now)).toEqual([]);
    expect(stops(now)).toEqual([]);
    expect(now.chain('VT.power').breaks).toBeNull();
    expect(now.failing()).toEqual([]);
    const unset = now.with(
      now.rig.held.filter((h) => h.to === 'video transmitter').map((h) => ({ kind: 'release', ...h })),
    );
    expect(stops(unset).join()).toContain('is set to nothing');
  });
});

it('a gimbal that hears the fast link itself hangs on the receiver', () => {
  const gimbal = own('gimbal-two-axis', (s) => ({
    ports: s.ports.map((p) =>
      p.id === 'control'
        ? {
            ...p,
            plug: { ...p.plug, pins: 3 },
            pins: [
              { n: 1, label: 'R', line: 'signal', way: 'in' },
              { n: 2, label: 'T', line: 'signal', way: 'out' },
              { n: 3, label: 'G', line: 'ground' },
            ],
          }
        : p,
    ),
    links: [
      {
        id: 'bus',
        kind: 'crsf',
        way: 'both',
        pins: { hear: { port: 'control', pin: 1 }, send: { port: 'control', pin: 2 } },
        params: { baud: 420000 },
      },
    ],
    settings: [],
  }));
  const now = proposed(
    [
      ['RX', 'receiver-serial-link'],
      ['GB', gimbal.class],
    ],
    ['tilt'],
    [gimbal],
  );
  expect(open(now)).toEqual([]);
  expect(stops(now)).toEqual([]);
  expect(now.has('RX', 'GB')).toBe(true);
  expect(now.failing()).toEqual([]);
});

describe('a controller that arms', () => {
  const arm: PartFunction = {
    ...{ id: 'arm', label: 'Arm', what: 'arm', takes: 'windows' },
    askedBy: [
      {
        by: 'slot',
        over: shelf('flight-controller-6').functions[0]!.askedBy.flatMap((w) => (w.by === 'slot' ? w.over : [])),
        firstSlot: 5,
      },
    ],
    windows: [
      { fromUs: 900, toUs: 1500, label: 'safe' },
      { fromUs: 1500, toUs: 2100, label: 'armed' },
    ],
  };
  const board = own('flight-controller-6', (s) => ({ functions: [...s.functions, arm] }));

  it('has a switch for it, on the channel it listens to, and nothing else there', () => {
    const now = proposed(
      [
        ['FC', board.class],
        ['RX', 'receiver-16'],
        ['GB', 'gimbal-two-axis'],
      ],
      ['tilt', 'pan', 'gimbal-mode', 'look-down'],
      [board],
    );
    expect(open(now)).toEqual([]);
    expect(now.slot('FC.arm')).toBe(5);
    expect(now.chain('FC.arm').control!.kind).toMatch(/switch/);
    for (const fn of ['tilt', 'pan', 'mode', 'look-down']) expect(now.slot(`GB.${fn}`)).not.toBe(5);
    expect(now.failing()).toEqual([]);
  });
});

describe('a load that asks much', () => {
  const drive = (watts: number): Sheet =>
    own('video-transmitter-pack', (s) => ({
      supplies: s.supplies.map((x) => ({ ...x, volts: [11, 26], draw: { kind: 'power', typical: 30, peak: watts } })),
    }));
  const pack = own('pack-4s', (s) => ({
    ports: s.ports.map((p) => ({ ...p, plug: { ...p.plug, family: 'screw terminal 5 mm' } })),
    sources: s.sources.map((x) => ({ ...x, maxA: 40 })),
  }));
  const bench = (watts: number): Proposed => {
    const sheet = drive(watts);
    return Proposed.of({
      ...brief(
        'Fell line',
        'carriage on a line',
        [
          ['B1', pack.class],
          ['DR', sheet.class],
          ['AN', 'antenna-screw'],
        ],
        [],
      ),
      sheets: [sheet, pack],
    });
  };

  it('is fed through a plug that is too small for it, and the plug is told of', () => {
    const now = bench(300);
    expect(now.feeder('DR')).toBe('B1');
    expect(now.analysis.findings.map((f) => f.rule)).toContain('connector-overloaded');
  });

  it('stays unfed where the source itself gives less, with the figures', () => {
    expect(open(bench(900)).join()).toMatch(/asks for up to \d+(\.\d)? A, and .* gives 40\.0 A/);
  });
});

describe('a receiver that hands its volts on', () => {
  /** Its own band is wider than that of the motor on its pin. */
  const receiver = own('receiver-6-pins', (s) => ({
    supplies: s.supplies.map((e) => ({ ...e, volts: [3.5, 10] })),
    ports: s.ports.map((port) => ({
      ...port,
      pins: port.pins.map((p) => (p.line === 'empty' ? { ...p, line: 'supply' } : p)),
    })),
    ties: [[s.supplies[0]!.plus, ...s.links.flatMap((l) => (l.pins.data ? [{ port: l.pins.data.port, pin: 2 }] : []))]],
  }));
  const motor = (peakA: number): Sheet =>
    own('gimbal-two-pulse', (s) => {
      const [port] = s.ports.filter((p) => p.id === s.links.find((l) => l.kind === 'pulse')!.pins.data!.port);
      return {
        name: `Tilt motor ${peakA} A`,
        ports: [{ ...port!, pins: port!.pins.map((p) => (p.n === 2 ? { n: 2, label: '+', line: 'supply' } : p)) }],
        supplies: [
          {
            ...s.supplies[0]!,
            plus: { port: port!.id, pin: 2 },
            minus: { port: port!.id, pin: port!.pins.find((p) => p.line === 'ground')!.n },
            volts: [4.5, 6],
            draw: { kind: 'current', typical: 0.2, peak: peakA },
          },
        ],
        links: s.links.filter((l) => l.pins.data?.port === port!.id),
        functions: s.functions
          .slice(0, 1)
          .map(({ enabledIn: _, turnsTo: __, ...f }) => over(f, [s.links.find((l) => l.kind === 'pulse')!.id])),
      };
    });
  const bench = (feeder: string, peakA = 0.8): Proposed => {
    const sheet = motor(peakA);
    return Proposed.of({
      ...brief(
        'Mast',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['TX', 'transmitter-16'],
          ['BEC', feeder],
          ['RX', receiver.class],
          ['M', sheet.class],
        ],
        [['tilt']],
      ),
      sheets: [receiver, sheet],
    });
  };

  it('feeds what its feeder suits, whatever it would take itself', () => {
    const now = bench('regulator-5v');
    expect(open(now)).toEqual([]);
    expect(stops(now)).toEqual([]);
    const lead = now.rig.cables.find((c) => c.wires.some((w) => w.to.part === 'M'))!;
    expect(lead.wires.length).toBe(3);
    expect(now.failing()).toEqual([]);
  });

  it('does not where its feeder gives too much for it', () => {
    const now = bench('linear-8v');
    expect(open(now).join()).toContain('has its volts');
    expect(now.analysis.findings.filter((f) => f.rule === 'supply-range')).toEqual([]);
  });

  it('says in figures what its source has too little of, a motor by its amperes', () => {
    const [why] = open(bench('regulator-5v', 4.96));
    expect(why).toMatch(
      /^Tilt motor.*Regulator 5 V gives 5\.0 A, of which Receiver.* may take 0\.1 A, and Tilt motor 4\.96 A asks for up to 5\.0 A$/,
    );
  });
});

describe('a head that is told over CAN', () => {
  const can = (baud: number): { port: Sheet['ports'][number]; link: Link } => ({
    port: {
      ...{ id: 'can', label: 'CAN', side: 'right', plug: { family: 'latching 1.25 mm', pins: 3 } },
      pins: [
        { n: 1, label: 'H', line: 'signal', way: 'both' },
        { n: 2, label: 'L', line: 'signal', way: 'both' },
        { n: 3, label: 'G', line: 'ground' },
      ],
    },
    link: {
      ...{ id: 'can', kind: 'can', way: 'both', pins: { data: { port: 'can', pin: 1 } } },
      ...{ alsoPins: [{ port: 'can', pin: 2 }], params: { baud } },
    },
  });
  const fed = (s: Sheet) => s.ports.filter((p) => p.id === s.supplies[0]!.plus.port);
  const head = own('gimbal-two-axis', (s) => ({
    ports: [...fed(s), can(500_000).port],
    links: [can(500_000).link],
    functions: s.functions.map((f) => over(f, ['can'])),
    settings: [],
  }));
  const receiver = (baud: number): Sheet =>
    own('receiver-16', (s) => ({
      ports: [...fed(s), can(baud).port],
      links: [...s.links.filter((l) => l.kind === 'radio'), can(baud).link],
      ...{ settings: [], ties: [] },
    }));
  const bench = (baud: number): Proposed => {
    const hears = receiver(baud);
    const lines = [
      ['PK', 'pack-4s'],
      ['TX', 'transmitter-16'],
      ['R5', 'regulator-5v'],
      ['RX', hears.class],
      ['G', head.class],
    ] satisfies PartLine[];
    return Proposed.of({ ...brief('Crane', 'hand-held or ground', lines, [['tilt']]), sheets: [head, hears] });
  };
  const lead = ({ rig }: Proposed) =>
    rig.cables.find((c) => c.wires.some((w) => [w.from, w.to].every((at) => at.port === 'can')))!;

  it('is wired to the receiver that speaks it by both lines, given channels, and does what the sticks say', () => {
    const now = bench(500_000);
    expect(open(now)).toEqual([]);
    expect(
      lead(now)
        .wires.filter((w) => w.from.port === 'can')
        .map((w) => [w.from.pin, w.to.pin]),
    ).toEqual(
      expect.arrayContaining([
        [1, 1],
        [2, 2],
      ]),
    );
    expect(stops(now)).toEqual([]);
    expect(planOf(now.rig).some((s) => s.expectText.includes('tilt'))).toBe(true);
    expect(now.failing()).toEqual([]);
  });

  it('hears nothing while the two lines are changed over, and is told to change them back', () => {
    const now = bench(500_000);
    const cable = lead(now);
    const [first, second] = cable.wires.filter((w) => findPin(now.rig, w.from)!.pin.line === 'signal');
    const turned = cable.wires.map((w) =>
      w === first ? { ...w, to: second!.to } : w === second ? { ...w, to: first!.to } : w,
    );
    const wrong = applyEdits(now.rig, [
      { kind: 'removeCable', cable: cable.id },
      { kind: 'addCable', cable: { ...cable, wires: turned } },
    ]).rig;
    const found = new Proposed(now.bare, now.proposal, wrong).analysis.findings.filter((f) => f.rule === 'pair-half');
    expect(found.map((f) => f.mark)).toEqual(['stop']);
    const [fix] = fixesOf(found[0]!);
    expect(fix!.label).toBe('Change them over');
    const mended = new Proposed(now.bare, now.proposal, applyEdits(wrong, fix!.edits).rig);
    expect(stops(mended)).toEqual([]);
    expect(mended.failing()).toEqual([]);
  });

  it('hears nothing while one of the two lines is not there, and is told what to add', () => {
    const now = bench(500_000);
    const cable = lead(now);
    const half = applyEdits(now.rig, [
      { kind: 'removeCable', cable: cable.id },
      { kind: 'addCable', cable: { ...cable, wires: cable.wires.filter((w) => w.from.pin !== 2) } },
    ]).rig;
    const cut = new Proposed(now.bare, now.proposal, half);
    const found = cut.analysis.findings.filter((f) => f.rule === 'pair-half');
    expect(found.map((f) => f.title)).toEqual([expect.stringMatching(/is not wholly joined to .* CAN$/)]);
    expect(found[0]!.text).toMatch(/^Not joined to its like on .*: L of/);
    expect(cut.failing().length).toBeGreaterThan(0);
    const [fix] = fixesOf(found[0]!);
    const mended = new Proposed(now.bare, now.proposal, applyEdits(half, fix!.edits).rig);
    expect(stops(mended)).toEqual([]);
    expect(mended.failing()).toEqual([]);
  });

  it('understands nobody at another speed: not proposed, and told of where it is wired', () => {
    expect(open(bench(1_000_000)).join()).toMatch(/speaks CAN at 1000000 baud, and .* at 500000/);
    const now = bench(500_000);
    const fast = { ...receiver(1_000_000) };
    const wrong = new Proposed(now.bare, now.proposal, {
      ...now.rig,
      sheets: { ...now.rig.sheets, [fast.class]: fast },
    });
    const [finding, ...more] = wrong.analysis.findings.filter((f) => f.rule === 'wrong-type');
    expect([finding!.title, finding!.text].join(' ')).toMatch(/500000 baud.*1000000 baud|1000000 baud.*500000 baud/);
    expect(more).toEqual([]);
    expect(wrong.failing().length).toBeGreaterThan(0);
  });
});

describe('a regulator that raises volts', () => {
  const boost = own('regulator-5v', (s) => ({
    name: 'Boost to 12 V',
    supplies: s.supplies.map((e) => ({ ...e, volts: [3.5, 6] })),
    sources: s.sources.map((o) => ({ ...o, kind: 'boost', regulator: { ...o.regulator!, volts: 12, dropoutV: 0 } })),
  }));
  const only12 = own('video-transmitter-pack', (s) => ({
    supplies: s.supplies.map((e) => ({ ...e, volts: [11, 13] })),
  }));
  const bench = (pack: string, low: Sheet, sheets: Sheet[]): Proposed => {
    const lines = [
      ['PK', pack],
      ['R5', low.class],
      ['UP', boost.class],
      ['VT', only12.class],
      ['AN', 'antenna-screw'],
    ] satisfies PartLine[];
    return Proposed.of({ ...brief('Low pack', 'FPV', lines, []), sheets: [boost, only12, ...sheets] });
  };

  it('hangs on one that a pack can feed', () => {
    const now = bench('pack-2s', shelf('regulator-5v'), []);
    expect(open(now)).toEqual([]);
    expect(['VT', 'UP', 'R5'].map((id) => now.feeder(id))).toEqual(['UP', 'R5', 'PK']);
  });

  it('never feeds its own feeder: where no pack suits either, both stay dark and it is said', () => {
    const low = {
      ...own('regulator-5v', (s) => ({ supplies: s.supplies.map((e) => ({ ...e, volts: [8, 13] })) })),
      class: 'own-low',
    };
    const now = bench('pack-14s-tool', low, [low]);
    expect(open(now).join()).toContain('has its volts');
    expect(now.feeder('UP')).not.toBe('R5');
  });
});

/** A socket for a contact, what is said over it, and a camera that listens there. */
const socket = (way: 'in' | 'out'): Sheet['ports'][number] => ({
  ...{ id: 'shoot', label: 'shoot', side: 'right', plug: { family: 'two-way 2.0 mm', pins: 2 } },
  pins: [
    { n: 1, label: 'C', line: 'signal', way },
    { n: 2, label: 'G', line: 'ground' },
  ],
});
const contact = (way: 'talk' | 'listen'): Link => ({
  ...{ id: 'shoot', kind: 'contact', way, pins: { data: { port: 'shoot', pin: 1 } }, params: {} },
});
const worked = own('nose-camera', (s) => ({
  ports: [...s.ports, socket('in')],
  links: [...s.links, contact('listen')],
  functions: [
    {
      ...{ id: 'photo', label: 'Photo', what: 'photo', takes: 'pulse', cue: 'shutter' },
      askedBy: [{ by: 'slot', over: ['shoot'] }],
      windows: [{ fromUs: 1600, toUs: 2200, label: 'shoot' }],
    },
  ],
}));

describe('a contact of a controller', () => {
  const board = own('autopilot', (s) => ({
    ports: [...s.ports, socket('out')],
    links: [...s.links, contact('talk')],
  }));

  it('works a camera that has a socket for one', () => {
    const now = proposed(
      [
        ['FC', board.class],
        ['RX', 'receiver-bus'],
        ['CAM', worked.class],
      ],
      ['photo'],
      [board, worked],
    );
    expect(open(now)).toEqual([]);
    expect(now.has('FC.shoot', 'CAM.shoot')).toBe(true);
    expect(planOf(now.rig).some((s) => s.expectText.startsWith('photo once'))).toBe(true);
    expect(now.failing()).toEqual([]);
  });
});

describe('a box that only passes on what it hears', () => {
  const servo = (id: string, way: 'in' | 'out'): Sheet['ports'][number] => ({
    ...{ id, label: id, side: way === 'in' ? 'left' : 'right', plug: { family: 'servo 3-way', pins: 3 } },
    pins: [
      { n: 1, label: 'S', line: 'signal', way },
      { n: 2, label: '+', line: 'supply', way },
      { n: 3, label: '-', line: 'ground' },
    ],
  });
  const at = (port: string) => ({ data: { port, pin: 1 } });
  const fed = (port: string): Sheet['supplies'] => [
    {
      ...{ id: 's', plus: { port, pin: 2 }, minus: { port, pin: 3 }, volts: [3.5, 8.4] as [number, number] },
      draw: { kind: 'current', typical: 0.01, peak: 0.01 },
    },
  ];
  const bare = { ...shelf('trigger-photo-record'), settings: [], functions: [], cues: [], cautions: [] };
  const trigger: Sheet = {
    ...{ ...bare, class: 'own-trigger', ports: [servo('in', 'in'), socket('out')], supplies: fed('in') },
    links: [{ id: 'in', kind: 'pulse', way: 'listen', pins: at('in'), params: {} }, contact('talk')],
  };
  const decoder: Sheet = {
    ...{ ...bare, class: 'own-decoder', supplies: fed('bus') },
    ports: [servo('bus', 'in'), ...[1, 2, 3, 4, 5, 6, 7, 8].map((n) => servo(`o${n}`, 'out'))],
    ties: [['bus', 'o1', 'o2', 'o3', 'o4', 'o5', 'o6', 'o7', 'o8'].map((port) => ({ port, pin: 2 }))],
    links: [
      { id: 'bus', kind: 'sbus', way: 'listen', pins: at('bus'), params: { base: 1, scale: 'micro' } },
      ...[1, 2, 3, 4, 5, 6, 7, 8].map((n): Link => ({
        id: `o${n}`,
        kind: 'pulse',
        way: 'talk',
        pins: at(`o${n}`),
        params: { periodMs: 20 },
      })),
    ],
  };
  it('works a camera by its contact, on the slot of the pin it hangs on', () => {
    const now = proposed(
      [
        ['RX', 'receiver-6-pins'],
        ['TR', trigger.class],
        ['CAM', worked.class],
      ],
      ['photo'],
      [trigger, worked],
    );
    expect(open(now)).toEqual([]);
    expect(stops(now)).toEqual([]);
    const chain = findChains(now.rig).find((c) => c.fn.id === 'photo')!;
    expect(chain.breaks).toBeNull();
    expect(chain.path.map((c) => c.kind)).toEqual(['pulse', 'contact']);
    expect(chain.slot).toBeGreaterThan(4);
    expect(planOf(now.rig).some((s) => s.expectText.startsWith('photo once'))).toBe(true);
    expect(now.failing()).toEqual([]);
  });

  it('moves a gimbal by the pulses it makes of a bus, each on the slot of its number', () => {
    const now = proposed(
      [
        ['RX', 'receiver-bus'],
        ['DE', decoder.class],
        ['GB', 'gimbal-two-pulse'],
      ],
      ['pan', 'tilt'],
      [decoder],
    );
    expect(open(now)).toEqual([]);
    const chains = findChains(now.rig).filter((c) => c.fn.what === 'pan' || c.fn.what === 'tilt');
    for (const c of chains) {
      expect(c.breaks).toBeNull();
      expect(c.path.at(-1)!.talker.link.id).toBe(`o${c.slot}`);
    }
    expect(chains.length).toBeGreaterThan(0);
    expect(now.failing()).toEqual([]);
  });
});

describe('a latch with one window', () => {
  it('is off outside it', () => {
    const board = own('flight-controller-6', (s) => ({
      functions: [
        ...s.functions.filter((f) => f.what !== 'arm'),
        {
          ...over(
            s.functions[0]!,
            s.functions[0]!.askedBy.flatMap((w) => (w.by === 'device' ? [] : w.over)),
          ),
          ...{ id: 'arm', label: 'Arm', what: 'arm', takes: 'latch' },
          askedBy: s.functions[0]!.askedBy.map((w) => (w.by === 'slot' ? { ...w, firstSlot: 5 } : w)),
          ...{ rangeUs: undefined, range: undefined },
          windows: [{ fromUs: 1700, toUs: 2100, label: 'armed' }],
        },
      ],
    }));
    const now = proposed(
      [
        ['FC', board.class],
        ['RX', 'receiver-bus'],
      ],
      [],
      [board],
    );
    const armSteps = planOf(now.rig).filter((s) => s.expectText.startsWith('arm: '));
    expect(new Set(armSteps.map((s) => s.expectText))).toEqual(new Set(['arm: off', 'arm: armed']));
    expect(now.failing()).toEqual([]);
    // no other step moves that switch: its channel is read where it is moved
    const { transmitter, channel } = now.rig.shaping.find((s) => s.channel === now.slot('FC.arm'))!;
    const trimmed = applyEdits(now.rig, [{ kind: 'shape', transmitter, channel, change: { highUs: 1900 } }]).rig;
    const bench = compileBench(trimmed);
    const start = startBench(bench, { awake: true });
    const passing = armSteps.filter((s) => playStep(bench, start, s).verdict.passed).map((s) => s.expectText);
    expect(passing).toEqual(['arm: off']);
  });
});

describe('what a control is for', () => {
  const [two, three, knob, button] = (['switch2', 'switch3', 'knob', 'button'] as const).map((kind): Control => ({
    id: kind,
    label: kind,
    kind,
    x: 0.3,
    y: 0.5,
    ...(kind === 'switch3' ? { sprung: true } : {}),
  })) as [Control, Control, Control, Control];
  const takes = (kind: PartFunction['takes']): PartFunction => ({
    ...{ id: 'f', label: 'Record', what: 'record', takes: kind },
    askedBy: [{ by: 'slot', over: ['rem'] }],
    windows: [{ fromUs: 1600, toUs: 2200, label: 'go' }],
  });
  const least = (kind: PartFunction['takes'], ...controls: Control[]): string => {
    const sheet = { ...shelf('transmitter-16'), controls };
    const part = newPart('TX', sheet.class, 'Radio');
    const { options } = controlOptions(
      [takes(kind)],
      null,
      { part, sheet, flying: false, craft: false, mayFly: false },
      new Set(),
    );
    return options.toSorted((a, b) => a.cost - b.cost)[0]!.value.id;
  };

  it('what acts while it is held wants a button, not one of two ways', () => {
    expect(least('momentary', three, button)).toBe('button');
  });

  it('two states want places that click; a pulse wants a button, not one of two ways', () => {
    expect(least('latch', knob, two)).toBe('switch2');
    expect(least('pulse', three, button)).toBe('button');
  });

  it('one that is called after something else is left to it', () => {
    const called = (id: string, label: string): Control => ({ ...button, id, label });
    expect(least('pulse', called('a', 'Photo key'), called('b', 'Key'))).toBe('b');
    expect(least('pulse', called('a', 'Photo key'), called('b', 'Record and photo'))).toBe('b');
    expect(least('pulse', called('a', 'Record'), called('b', 'Zoom'))).toBe('a');
  });
});

describe('a source on a plug with signal pins', () => {
  /** Its output and the controller's supply are one kind of plug: volts, two sense lines, ground. */
  const plug = (id: string, way: 'in' | 'out', side: 'left' | 'right'): Sheet['ports'][number] => ({
    id,
    label: 'power',
    side,
    plug: { family: 'latching 2.0 mm', pins: 4 },
    pins: [
      { n: 1, label: '5 V', line: 'supply', way },
      { n: 2, label: 'amperes', line: 'signal', way: 'both' },
      { n: 3, label: 'volts', line: 'signal', way: 'both' },
      { n: 4, label: 'ground', line: 'ground' },
    ],
  });
  const module = (spoken: boolean): Sheet =>
    own('regulator-5v', (s) => ({
      ports: [...s.ports.filter((p) => p.id !== 'out'), plug('out', 'out', 'right')],
      sources: s.sources.map((o) => ({ ...o, plus: { port: 'out', pin: 1 }, minus: { port: 'out', pin: 4 } })),
      links: spoken
        ? [{ id: 'sense', kind: 'can', way: 'both', pins: { data: { port: 'out', pin: 2 } }, params: {} }]
        : [],
    }));
  const switcher = own('hdmi-converter', (s) => ({
    ports: [...s.ports, plug('power', 'in', 'left')],
    supplies: s.supplies.map((e) => ({ ...e, plus: { port: 'power', pin: 1 }, minus: { port: 'power', pin: 4 } })),
  }));
  const bench = (spoken: boolean): Proposed => {
    const feeder = module(spoken);
    return Proposed.of({
      ...brief(
        'Mast',
        'hand-held or ground',
        [
          ['PK', 'pack-4s'],
          ['PM', feeder.class],
          ['SW', switcher.class],
        ],
        [],
      ),
      sheets: [feeder, switcher],
    });
  };

  it('feeds what takes its volts where nothing is said beside it', () => {
    expect(open(bench(false)).filter((o) => o.includes('volts'))).toEqual([]);
    expect(bench(false).feeder('SW')).toBe('PM');
  });

  it('is for what hangs on that very plug where something is', () => {
    expect(open(bench(true)).join()).toContain('what Regulator 5 V gives is for what hangs on that very plug');
  });
});
