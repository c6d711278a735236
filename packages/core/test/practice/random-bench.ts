/** Random rigs drawn from the whole shelf, proposed, and generic faults to put into them. The same for the same seed. */
import { SHELF } from '../../src/parts/shelf/index.js';
import { analyse } from '../../src/analysis/index.js';
import {
  antennaLinks,
  flies,
  hasControls,
  hearsAir,
  isFlight,
  isPack,
  WISHABLE,
  type Sheet,
} from '../../src/parts/index.js';
import { fitOf } from '../../src/channels/index.js';
import { propose } from '../../src/propose/index.js';
import {
  applyEdits,
  emptyRig,
  findPin,
  newPart,
  partsWithSheets,
  RIG_KINDS,
  settingOf,
  type Edit,
  type Rig,
  type Schools,
  type Wish,
} from '../../src/rig/index.js';
import { seeded } from '../support/random-rig.js';
import { BRIEFS } from './benches/briefs.js';

type Pick = <T>(list: readonly T[]) => T;
const picker =
  (next: () => number): Pick =>
  (list) =>
    list[Math.floor(next() * list.length)]!;

const PACKS = SHELF.filter(isPack);
const RADIOS = SHELF.filter((s) => hasControls(s) && s.links.some((l) => l.kind === 'radio' && l.way === 'talk'));
const RECEIVERS = SHELF.filter(hearsAir);
const BOARDS = SHELF.filter(flies);
const REGULATORS = SHELF.filter((s) => s.sources.some((x) => x.regulator) && !s.functions.length);
/** What nearly every bench has, since nearly everything small wants it. */
const FIVE_VOLTS = REGULATORS.filter((s) =>
  s.sources.some((x) => x.regulator && Math.abs(x.regulator.volts - 5) < 0.3 && x.maxA >= 2),
);
const OTHERS = SHELF.filter(
  (s) => !isPack(s) && !hasControls(s) && !hearsAir(s) && !flies(s) && !REGULATORS.includes(s) && s.ports.length,
);

/** A bench to be proposed for: every other eight are benches of practice with their parts changed, the others are drawn freely. */
export function randomBench(seed: number): Rig {
  const next = seeded(seed * 7 + 3);
  const pick = picker(next);
  const drawn = Math.floor(seed / 8) % 2 === 1 ? changedBench(seed, pick, next) : freeBench(seed, pick, next);
  const { kind, two, classes } = drawn;
  // nobody leaves a radio bare on purpose; one bench in eight forgets them
  if (seed % 8 !== 7) classes.push(...classes.flatMap(antennasFor));
  const edits = classes.map((sheet, i): Edit => ({
    kind: 'addPart',
    part: newPart(`P${i + 1}`, sheet.class, `${sheet.name} ${i + 1}`),
    sheet,
  }));
  const rig = applyEdits(emptyRig(`bench-${seed}`, `Bench ${seed}`, kind), edits).rig;
  return { ...rig, schools: schoolsOf(pick, two), wishes: wishesFor(rig, next, pick, seed % 2 === 0, two) };
}

/** Each bench has its own ways of doing things. */
const schoolsOf = (pick: Pick, two: boolean): Schools => ({
  gimbalFeed: pick(['pack', 'steady']),
  takeOff: pick(['off', 'pan off', 'locked']),
  reach: pick(['bus', 'bus', 'servo leads']),
  menuOver: pick(['serial', 'ladder']),
  operators: two ? 'two' : 'alone',
  links: 'one',
});

/** Parts that are seldom seen without each other. */
const COMPANIES: readonly (readonly string[])[] = [
  ['flight-controller-3', 'fpv-camera-ladder'],
  ['flight-controller-6', 'fpv-camera-ladder', 'video-transmitter-5v'],
  ['flight-controller-6', 'fpv-camera-strap'],
  ['flight-controller-6', 'fpv-camera-serial', 'video-transmitter-serial'],
  ['action-camera', 'hdmi-converter', 'video-transmitter-5v'],
  ['mirrorless-a', 'dummy-battery-a', 'hdmi-converter', 'video-transmitter-pack'],
  ['picture-switcher-3', 'pinhole-camera', 'nose-camera', 'video-transmitter-pack'],
  ['camera-control-box', 'mirrorless-a'],
  ['gimbal-three-bus', 'receiver-16'],
  ['air-unit', 'thermal-network', 'ethernet-switch-5'],
  ['line-drive', 'console-pedals', 'network-radio'],
];

interface Drawn {
  kind: string;
  two: boolean;
  classes: Sheet[];
}

/** A pack, a radio and its receiver, regulators and what else the shelf has. */
function freeBench(seed: number, pick: Pick, next: () => number): Drawn {
  const kind = pick(RIG_KINDS);
  const two = seed % 4 === 1 || seed % 8 === 6;
  const classes: Sheet[] = [
    pick(PACKS),
    two ? SHELF.find((s) => s.class === 'transmitter-10')! : pick(RADIOS),
    ...(two ? [SHELF.find((s) => s.class === 'transmitter-operator')!] : []),
    pick(RECEIVERS),
    seed % 8 === 7 ? pick(REGULATORS) : pick(FIVE_VOLTS),
    ...(next() < 0.6 ? [pick(REGULATORS)] : []),
    ...(kind !== 'carriage on a line' && kind !== 'hand-held or ground' && next() < 0.8 ? [pick(BOARDS)] : []),
    ...(next() < 0.8 ? pick(COMPANIES).map((cls) => SHELF.find((s) => s.class === cls)!) : []),
    ...Array.from({ length: 2 + Math.floor(next() * 5) }, () => pick(OTHERS)),
  ];
  return { kind, two, classes };
}

/** The parts of a bench of practice, one in twelve left at home, one in eight another of its role, and up to two besides. */
function changedBench(seed: number, pick: Pick, next: () => number): Drawn {
  const { kind = 'rotor', parts } = pick(Object.values(BRIEFS));
  const classes = parts
    .map((p) => SHELF.find((s) => s.class === p.class)!)
    .filter((sheet) => sheet.role !== 'antenna')
    .flatMap((sheet) => {
      const at = next();
      if (at < 0.08) return [];
      return at < 0.2 ? pick(SHELF.filter((s) => s.role === sheet.role)) : sheet;
    });
  if (!classes.some(hasControls)) classes.push(pick(RADIOS));
  if (seed % 8 === 5) classes.push(SHELF.find((s) => s.class === 'transmitter-operator')!);
  classes.push(...Array.from({ length: Math.floor(next() * 3) }, () => pick(OTHERS)));
  return { kind, two: classes.filter(hasControls).length > 1, classes };
}

/** One that fits for each antenna socket of a part. */
const antennasFor = (sheet: Sheet): Sheet[] =>
  antennaLinks(sheet).flatMap((link) => {
    const family = sheet.ports.find((p) =>
      p.pins.some((pin) => Object.values(link.pins).some((at) => at.port === p.id && at.pin === pin.n)),
    )?.plug?.family;
    return SHELF.find((s) => s.role === 'antenna' && s.ports[0]!.plug?.family === family) ?? [];
  });

/**
 * The bench as somebody would leave it who listens to the proposal: what is of no use laid back on the shelf, what
 * cannot be granted struck from the list, what is to be prepared prepared.
 */
export function settled(bare: Rig): Rig {
  let rig = bare;
  for (let round = 0; round < 5; round++) {
    const { unmet, idle, edits } = propose(rig);
    const parts = new Set([...unmet.flatMap((u) => (u.wish ? [] : (u.part ?? []))), ...idle.map((i) => i.part)]);
    const own = new Set(rig.wishes.map((w) => w.id));
    const open = analyse(applyEdits(rig, edits).rig).brief.wishes.filter(
      (w) => w.state !== 'granted' && own.has(w.wish.id),
    );
    if (!parts.size && !open.length) break;
    rig = applyEdits(rig, [
      ...open.map((w): Edit => ({ kind: 'removeWish', wish: w.wish.id })),
      ...[...parts].map((part): Edit => ({ kind: 'removePart', part })),
    ]).rig;
  }
  const prep = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.prep.map((item): Edit => ({ kind: 'prepare', part: part.id, item: item.id, done: true })),
  );
  return applyEdits(rig, prep).rig;
}

function wishesFor(rig: Rig, next: () => number, pick: Pick, named: boolean, two: boolean): Wish[] {
  const can: ReadonlySet<string> = new Set(WISHABLE.map((w) => w.what));
  const offered = [
    ...new Set(
      partsWithSheets(rig).flatMap(({ sheet }) =>
        sheet.functions.filter((f) => !isFlight(f)).map((f) => f.what as string),
      ),
    ),
  ].filter((what) => can.has(what));
  const transmitter = partsWithSheets(rig).find(({ sheet }) => hasControls(sheet))!;
  const free = transmitter.sheet.controls.filter((c) => c.kind !== 'stick');
  // most people name what suits; some name what is nearest to hand
  const nameOne = (what: string) => {
    const fn = partsWithSheets(rig)
      .flatMap(({ sheet }) => sheet.functions)
      .find((f) => f.what === what)!;
    const suits = free.filter((c) => fitOf(fn, c).grade === 'well');
    return next() < 0.8 && suits.length ? pick(suits) : free.length ? pick(free) : undefined;
  };
  return offered
    .filter(() => next() < 0.8)
    .map((what, i): Wish => {
      const operator = two && next() < 0.6;
      return {
        id: `W${i + 1}`,
        what,
        label: what,
        by: operator ? 'camera operator' : 'pilot',
        control: named && !operator && next() < 0.7 ? (nameOne(what)?.id ?? null) : null,
        hand: 'either',
      };
    });
}

/** One generic fault: edits of the kinds a person makes by mistake. Null where the rig has nothing for it. */
export function randomFault(rig: Rig, seed: number): Edit[] | null {
  const next = seeded(seed * 13 + 5);
  const pick = picker(next);
  const faults = [
    leadOff,
    wireOff,
    moved,
    switched,
    otherControl,
    otherSlot,
    narrow,
    freed,
    thin,
    fused,
    reversed,
    many,
    placed,
    actsLost,
    sameAddress,
    flat,
    missing,
    impossible,
    oldFirmware,
    fedTwice,
    talksToo,
    retold,
  ];
  for (let tries = 0; tries < 12; tries++) {
    const edits = pick(faults)(rig, pick);
    if (edits) return edits;
  }
  return null;
}

type Maker = (rig: Rig, pick: Pick) => Edit[] | null;

const leadOff: Maker = (rig, pick) =>
  rig.cables.length ? [{ kind: 'removeCable', cable: pick(rig.cables).id }] : null;

const wireOff: Maker = (rig, pick) => {
  if (!rig.cables.length) return null;
  const cable = pick(rig.cables);
  return [{ kind: 'removeWire', cable: cable.id, wire: Math.floor(pick([0, 0.5, 0.9]) * cable.wires.length) }];
};

/** Two wires of a lead changed over at their far ends. */
const moved: Maker = (rig, pick) => {
  const cables = rig.cables.filter((c) => c.wires.length > 1);
  if (!cables.length) return null;
  const cable = pick(cables);
  const [a, b] = cable.wires;
  return [
    { kind: 'moveEnd', cable: cable.id, wire: 0, end: 'to', pin: b!.to },
    { kind: 'moveEnd', cable: cable.id, wire: 1, end: 'to', pin: a!.to },
  ];
};

const switched: Maker = (rig, pick) => {
  const all = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.settings.filter((s) => s.values.length > 1).map((setting) => ({ part, sheet, setting })),
  );
  if (!all.length) return null;
  const { part, sheet, setting } = pick(all);
  const other = setting.values.filter((v) => v !== settingOf(sheet, part, setting.id));
  return [{ kind: 'set', part: part.id, setting: setting.id, value: pick(other) }];
};

const driven = (rig: Rig) => rig.shaping.filter((s) => s.control !== null);

const otherControl: Maker = (rig, pick) => {
  const rows = driven(rig);
  if (!rows.length) return null;
  const row = pick(rows);
  const sheet = rig.sheets[rig.parts.find((p) => p.id === row.transmitter)!.class]!;
  return [
    { kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { control: pick(sheet.controls).id } },
  ];
};

const otherSlot: Maker = (rig, pick) => {
  if (!rig.bindings.length) return null;
  return [{ kind: 'bind', binding: { ...pick(rig.bindings), slot: pick([1, 2, 3, 5, 7, 9, 12, 16]) } }];
};

const narrow: Maker = (rig, pick) => {
  const rows = driven(rig);
  if (!rows.length) return null;
  const row = pick(rows);
  return [{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { lowUs: 1440, highUs: 1560 } }];
};

const reversed: Maker = (rig, pick) => {
  const rows = driven(rig);
  if (!rows.length) return null;
  const row = pick(rows);
  return [{ kind: 'shape', transmitter: row.transmitter, channel: row.channel, change: { reverse: !row.reverse } }];
};

/** A control put on one channel more. */
const many: Maker = (rig, pick) => {
  const rows = driven(rig);
  if (!rows.length) return null;
  const row = pick(rows);
  return [
    { kind: 'shape', transmitter: row.transmitter, channel: pick([6, 10, 14]), change: { control: row.control } },
  ];
};

const freed: Maker = (rig, pick) => {
  if (!rig.held.length) return null;
  const held = pick(rig.held);
  return [{ kind: 'release', part: held.part, resource: held.resource, to: held.to }];
};

const supplyLeads = (rig: Rig) =>
  rig.cables.filter((c) => c.wires.every((w) => ['supply', 'ground'].includes(findPin(rig, w.from)?.pin.line ?? '')));

const thin: Maker = (rig, pick) => {
  const leads = supplyLeads(rig);
  if (!leads.length) return null;
  const lead = pick(leads);
  const gaugeAwg = pick([12, 30, 34]);
  return lead.wires.map((_, wire) => ({ kind: 'setWire', cable: lead.id, wire, gaugeAwg }));
};

const fused: Maker = (rig, pick) => {
  const all = rig.cables.flatMap((c) =>
    c.wires.flatMap((w, wire) => (w.inline?.kind === 'fuse' ? [{ cable: c.id, wire }] : [])),
  );
  if (!all.length) return null;
  return [
    {
      kind: 'setWire',
      ...pick(all),
      inline: pick([{ kind: 'fuse' as const, amps: 80 }, { kind: 'fuse' as const, amps: 0.5 }, null]),
    },
  ];
};

/** Where things go wrong by nearness: parts put close together, or far off. */
const placed: Maker = (rig, pick) => {
  if (!rig.parts.length) return null;
  const spot = () => ({ xMm: pick([0, 10, 900]), yMm: pick([0, 15]), zMm: pick([0, 20]) });
  return rig.parts.map(({ id }) => ({ kind: 'note', part: id, change: { place: spot() } }));
};

/** A slot that turns or starts something when the radio is lost. */
const actsLost: Maker = (rig, pick) => {
  const receivers = partsWithSheets(rig).filter(({ sheet }) => hearsAir(sheet));
  if (!receivers.length) return null;
  const slot = pick([...rig.shaping.map((s) => s.channel), 6]);
  const failSafe = { receiver: pick(receivers).part.id, slot, does: 'value' as const, valueUs: pick([1000, 1900]) };
  return [{ kind: 'failSafe', failSafe }];
};

const sameAddress: Maker = (rig, pick) => {
  const onNet = partsWithSheets(rig).filter(({ sheet }) => sheet.links.some((l) => l.kind === 'ethernet'));
  if (onNet.length < 2) return null;
  const other = pick(['192.168.7.20', '10.0.0.5']);
  return onNet.map(({ part }, i) => ({ kind: 'note', part: part.id, change: { address: i ? other : '192.168.7.20' } }));
};

const flat: Maker = (rig, pick) => {
  const packs = partsWithSheets(rig).filter(({ sheet }) => isPack(sheet));
  return packs.length ? [{ kind: 'note', part: pick(packs).part.id, change: { charge: { share: 0.05 } } }] : null;
};

const missing: Maker = (rig, pick) =>
  rig.parts.length ? [{ kind: 'tick', part: pick(rig.parts).id, onBench: false }] : null;

/** Something is asked for that nothing on the bench does. */
const impossible: Maker = (rig, pick) => {
  const done = new Set(partsWithSheets(rig).flatMap(({ sheet }) => sheet.functions.map((f) => f.what as string)));
  const none = WISHABLE.filter((w) => !done.has(w.what));
  if (!none.length || rig.wishes.some((w) => w.id === 'WX')) return null;
  const { what } = pick(none);
  return [{ kind: 'addWish', wish: { id: 'WX', what, label: what, by: 'pilot', control: null, hand: 'either' } }];
};

const oldFirmware: Maker = (rig, pick) => {
  const boards = partsWithSheets(rig).filter(({ sheet }) => flies(sheet));
  return boards.length ? [{ kind: 'note', part: pick(boards).part.id, change: { firmware: '1.0' } }] : null;
};

/** A second lead to what is fed already, from whatever else gives volts. */
const fedTwice: Maker = (rig, pick) => {
  const all = partsWithSheets(rig);
  const sources = all.flatMap(({ part, sheet }) => sheet.sources.map((source) => ({ part, source })));
  const supplies = all.flatMap(({ part, sheet }) => sheet.supplies.map((supply) => ({ part, supply })));
  if (!sources.length || !supplies.length) return null;
  const [a, b] = [pick(sources), pick(supplies)];
  if (a.part.id === b.part.id || rig.cables.some((c) => c.id === 'CX2')) return null;
  const ends = (from: { port: string; pin: number }, to: { port: string; pin: number }) => ({
    from: { part: a.part.id, port: from.port, pin: from.pin },
    to: { part: b.part.id, port: to.port, pin: to.pin },
  });
  const wires = [
    { ...ends(a.source.plus, b.supply.plus), colour: 'red', gaugeAwg: 24, lengthMm: 150 },
    { ...ends(a.source.minus, b.supply.minus), colour: 'black', gaugeAwg: 24, lengthMm: 150 },
  ];
  return [{ kind: 'addCable', cable: { id: 'CX2', wires, marked: false, locked: false } }];
};

/** One more wire onto a signal that somebody hears already. */
const talksToo: Maker = (rig, pick) => {
  const talkers = partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.ports.flatMap((port) =>
      port.pins
        .filter((p) => p.line === 'signal' && p.way !== 'in')
        .map((p) => ({ part: part.id, port: port.id, pin: p.n })),
    ),
  );
  const isSignal = (at: { part: string; port: string; pin: number }) => findPin(rig, at)?.pin.line === 'signal';
  const heard = rig.cables.flatMap((c) => c.wires.filter((w) => isSignal(w.to)).map((w) => w.to));
  if (!talkers.length || !heard.length || rig.cables.some((c) => c.id === 'CX1')) return null;
  const [from, to] = [pick(talkers), pick(heard)];
  if (from.part === to.part) return null;
  const wire = { from, to, colour: 'green', gaugeAwg: 28, lengthMm: 150 };
  return [{ kind: 'addCable', cable: { id: 'CX1', wires: [wire], marked: false, locked: false } }];
};

/** A port told to do something else, or at another pace. */
const retold: Maker = (rig, pick) => {
  if (!rig.held.length) return null;
  const held = pick(rig.held);
  const change = pick<{ baud?: number; to?: string }>([{ baud: 9600 }, { to: 'telemetry' }]);
  const isThere = rig.held.some(
    (h) => h !== held && h.part === held.part && h.resource === held.resource && h.to === (change.to ?? held.to),
  );
  // a port is held once for one thing
  if (isThere) return null;
  return [
    { kind: 'release', part: held.part, resource: held.resource, to: held.to },
    { kind: 'hold', held: { ...held, ...change } },
  ];
};
