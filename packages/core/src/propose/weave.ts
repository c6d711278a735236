import { flies, isFused } from '../parts/index.js';
import {
  cableOf,
  heldTo,
  leadLength,
  pinMap,
  resourceOf,
  type Join,
  type LinkEnd,
  type PinMap,
  type Terminals,
} from '../loom/index.js';
import { carriesA, fuseOf, fuseUpTo, leadGauge, mostA } from '../rails/index.js';
import { labelOf, sheetOf, type Cable, type Edit, type Held, type PinRef, type Rig, type Wire } from '../rig/index.js';
import { valueIn, groupBy } from '../units/index.js';
import { bareRailAt, isBareRail } from './bare-rails.js';
import type { BenchView } from './bench-view.js';
import { groundTracker, type GroundTracker } from './grounds.js';
import { eatersOf, supplyAt, type Outlet } from './outlets.js';
import type { JoinFeed, Posed } from './poser.js';
import type { Option } from './problem.js';
import { spliced, type Branch, type Splice } from './splices.js';
import { UnitPicker } from './unit-picker.js';

/** What a wiring consists of, before it is told apart from the one that is there. */
export interface Woven {
  cables: Cable[];
  settings: { part: string; setting: string; value: string }[];
  held: Held[];
  /** Cable of each option that became one. */
  cableOf: Map<string, string>;
  /** What each join came to, with the very ports. */
  textOf: Map<string, string>;
}

/** What the search chose, ready to be made into cables. */
export type Chosen = Omit<Option, 'cost'> & Posed;
type Feed = Chosen & { make: Extract<Posed['make'], { do: 'feed' }> };
type Pair = Chosen & { make: Extract<Posed['make'], { do: 'pair' }> };
type Stacked = Chosen & { make: Extract<Posed['make'], { do: 'stack' }> };
type Joined = Chosen & { make: Extract<Posed['make'], { do: 'join' }> };

/** Turns chosen options into cables, settings and what ports are given to. Supply leads first, so that grounds are known. */
export function weave(view: BenchView, chosen: readonly Chosen[]): Woven {
  const ids = new CableIds(view);
  const grounds = groundTracker(view.base);
  const picker = new UnitPicker(view);
  const woven: Woven = {
    cables: [],
    settings: settingsOf(view, chosen),
    held: [],
    cableOf: new Map(),
    textOf: new Map(),
  };
  const add = (options: Chosen[], map: PinMap): void => {
    const cable = ids.name(cableOf('', map.wires, map.adapter));
    woven.cables.push(cable);
    for (const o of options) woven.cableOf.set(o.id, cable.id);
    grounds.add(view.rig, cable);
  };
  const joins = chosen.filter((o): o is Joined => o.make.do === 'join');
  const picked = picker.pick(joins.map((o) => o.make));
  const ends = new Map(joins.map((o, i) => [o.id, picked[i]!]));
  const leads = [...groupBy(chosen.filter(isFeed), leadKey(view.rig)).values()].map((options) =>
    leadFor(view, options, joins),
  );
  const pairs = chosen.filter(isPair).map((o) => pairBranch(o));
  const firsts = new Map(pairs.map(({ option: { make } }) => [make.outlet.id, make.first]));
  const splices = spliced(view, [...leads, ...pairs], firsts);
  for (const splice of splices) {
    add([], trunkMap(view.rig, splice));
    const over = labelOf(view.rig, splice.into.plus.part);
    for (const { options } of leads.filter((lead) => splice.taps.has(lead)))
      for (const o of options) woven.textOf.set(o.id, `${o.text} over ${over}`);
    for (const pair of pairs.filter((p) => splice.taps.has(p)))
      woven.textOf.set(pair.option.id, `${pair.option.text} over ${over}`);
  }
  for (const lead of leads) add(lead.options, feedMap(view.rig, lead, splices));
  for (const pair of pairs) add([pair.option], pairMap(view.rig, pair, chosen, splices));
  for (const stack of chosen.filter(isStacked)) add([stack], stackMap(view.rig, stack, chosen));
  // leads that bring a supply first, so that grounds are known
  const groups = oneLead(
    joins.toSorted((a, b) => Number(!a.make.feed) - Number(!b.make.feed)),
    ends,
  );
  for (const group of groups) {
    const maps = group.map((o) => joinMap(view.rig, o, ends.get(o.id)!, grounds));
    add(group, { ...maps[0]!, wires: maps.flatMap((m) => m.wires) });
  }
  for (const o of joins) {
    woven.held.push(...heldBy(ends.get(o.id)!));
    woven.textOf.set(
      o.id,
      `${endText(ends.get(o.id)!.talker)} → ${endText(ends.get(o.id)!.listener)}${o.make.feed ? ', supply with it' : ''}`,
    );
  }
  return woven;
}

const portOfEnd = ({ link: { pins } }: LinkEnd): string => (pins.data ?? pins.send ?? pins.hear)!.port;
const plugOf = (end: LinkEnd): string => `${end.part.id}.${portOfEnd(end)}`;

const endText = (end: LinkEnd): string =>
  `${end.part.label} ${resourceOf(end)?.label ?? end.sheet.ports.find((p) => p.id === portOfEnd(end))!.label}`;

/** Consumers of one bus plug share a Y lead, and what goes between the same two plugs is one lead; every other join has its own. */
function oneLead(joins: Joined[], ends: ReadonlyMap<string, PickedEnds>): Joined[][] {
  const plugs = (o: Joined): string => {
    const { talker, listener } = ends.get(o.id)!;
    return [talker, listener].map(plugOf).sort().join(' ');
  };
  // what lies beside a bus between two plugs goes in its lead
  const hubs = new Map(joins.flatMap((o) => (o.hub ? [[plugs(o), o.hub] as const] : [])));
  return [...groupBy(joins, (o) => o.hub ?? hubs.get(plugs(o)) ?? plugs(o)).values()];
}

/** From which outlet to which pin: supplies of one part at one pin share a lead. */
const leadKey =
  (rig: Rig) =>
  ({ make: { outlet, part, supply } }: Feed): string => {
    const { plus } = sheetOf(rig, part).supplies.find((s) => s.id === supply)!;
    return `${outlet.id} ${part}.${plus.port}.${plus.pin}`;
  };

/** A lead to a supply pin, with the options that share it. */
interface Lead extends Branch {
  options: Feed[];
  minus: PinRef;
}

function leadFor(view: BenchView, options: Feed[], joins: readonly Joined[]): Lead {
  const { outlet, part, supply } = options[0]!.make;
  const { plus, minus } = sheetOf(view.rig, part).supplies.find((s) => s.id === supply)!;
  const own = options.reduce((sum, { takes }) => sum + (takes[0]?.amount ?? 0), 0);
  const amps = own + ridersW(view, part, supply, joins) / outlet.volts[0];
  return { outlet, options, amps, to: on(part, plus), minus: on(part, minus) };
}

/** From the outlet itself, or from a tap of the splice that is on it. */
function feedMap(rig: Rig, lead: Lead, splices: readonly Splice[]): PinMap {
  const { outlet, to, minus, amps } = lead;
  const tap = splices.map((s) => s.taps.get(lead)).find((t) => t);
  return supplyMap(rig, outlet, tap ?? terminalsOf(outlet), { plus: to, minus }, amps);
}

const trunkMap = (rig: Rig, { outlet, into, amps }: Splice): PinMap =>
  supplyMap(rig, outlet, terminalsOf(outlet), into, amps);

const terminalsOf = ({ part, lowest = part, source }: Outlet): Terminals => ({
  plus: on(part.id, source.plus),
  minus: on(lowest.id, source.minus),
});

function supplyMap(rig: Rig, { source }: Outlet, { plus, minus }: Terminals, to: Terminals, amps: number): PinMap {
  const lengthMm = leadLength(rig, plus.part, to.plus.part).needMm;
  const join: Join = { kind: 'feed', from: { plus, minus }, to: { plus: to.plus, minus: to.minus } };
  return pinMap(rig, join, {
    lengthMm,
    groundBy: null,
    ...supplyWire(rig, join, amps, lengthMm, source.kind === 'pack'),
  });
}

/**
 * What rides on the plugs of a part, and on those of its riders, at their peak, W: it comes through the part's own lead, or through that
 * of the rail that it is on.
 */
function ridersW(
  view: BenchView,
  part: string,
  supply: string,
  joins: readonly Joined[],
  through: readonly string[] = [],
): number {
  const rail = isBareRail({ id: supply }) ? supply : undefined;
  const riders = joins.flatMap(({ make: { feed, talker, listener } }) => {
    if (!feed || through.includes(feed.part)) return [];
    const { cls } = feed.fed === 'listener' ? talker : listener;
    const at = { port: cls.members[0]!.port, pin: feed.plusPin };
    return cls.part.id === part && bareRailAt(cls.sheet, at) === rail ? [feed] : [];
  });
  const eaters = eatersOf(view);
  return riders.reduce((sum, { part: rider, supply: fed }) => {
    const own = eaters.find((e) => e.part.id === rider && e.supply.id === fed);
    return sum + (own?.peakW ?? 0) + ridersW(view, rider, fed, joins, [...through, part]);
  }, 0);
}

/** The lead of a pack beside another: it meets the other's leads where those meet. What comes in by it asks nothing of the other. */
interface PairBranch extends Branch {
  option: Pair;
}

const pairBranch = (option: Pair): PairBranch => {
  const { outlet, first } = option.make;
  return { option, outlet: first, to: terminalsOf(outlet).plus, amps: 0 };
};

/** A pack beside another, or on the splice that the other is on: for its half of what both give together. */
function pairMap(rig: Rig, pair: PairBranch, chosen: readonly Chosen[], splices: readonly Splice[]): PinMap {
  const { outlet, first } = pair.option.make;
  const to = splices.map((s) => s.taps.get(pair)).find((t) => t) ?? terminalsOf(first);
  const lengthMm = leadLength(rig, outlet.part.id, to.plus.part).needMm;
  const asked = chosen.filter(isFeed).filter((o) => o.make.outlet.part.class === first.part.class);
  const amps = asked.reduce((sum, o) => sum + (o.takes[0]?.amount ?? 0), 0) / 2;
  const join: Join = { kind: 'feed', from: terminalsOf(outlet), to };
  return pinMap(rig, join, { lengthMm, groundBy: null, ...supplyWire(rig, join, amps, lengthMm, true) });
}

/** One wire from the plus of a pack to the minus of the one on it, for all that the stack gives. */
function stackMap(rig: Rig, { make: { above, below, each } }: Stacked, chosen: readonly Chosen[]): PinMap {
  const lengthMm = leadLength(rig, below.id, above.id).needMm;
  const asked = chosen.filter(isFeed).filter((o) => o.make.outlet.lowest?.class === below.class);
  const amps = asked.reduce((sum, o) => sum + (o.takes[0]?.amount ?? 0), 0);
  const [from, to] = [on(below.id, each.plus), on(above.id, each.minus)];
  const gaugeAwg = leadGauge(rig, from, to, amps, lengthMm, true);
  const wire = { id: 'w1', from, to, colour: 'red', gaugeAwg, lengthMm };
  return { wires: [wire], empty: [], adapter: false, notes: [] };
}

/** Gauge of a supply lead, and its fuse where it comes from a pack and not out of a box that has one. */
function supplyWire(rig: Rig, join: Extract<Join, { kind: 'feed' }>, amps: number, lengthMm: number, atPack: boolean) {
  const ends = [join.from.plus, join.to.plus] as const;
  const gaugeAwg = leadGauge(rig, ...ends, amps, lengthMm, atPack);
  const fuse =
    atPack && !isFused(sheetOf(rig, join.from.plus.part))
      ? (fuseOf(rig, gaugeAwg, amps, ...ends) ?? fuseUpTo(carriesA(rig, gaugeAwg, ...ends)))
      : null;
  return { gaugeAwg, ...(fuse === null ? {} : { fuseA: fuse }) };
}

const isFeed = (o: Chosen): o is Feed => o.make.do === 'feed';
const isStacked = (o: Chosen): o is Stacked => o.make.do === 'stack';
const isPair = (o: Chosen): o is Pair => o.make.do === 'pair';

const on = (part: string, at: { port: string; pin: number }): PinRef => ({ part, ...at });

interface PickedEnds {
  talker: LinkEnd;
  listener: LinkEnd;
}

/** Leads whose line is steady enough to share the ground a supply lead brings. @source [practice] not wired twice */
const SHARES_GROUND: ReadonlySet<string> = new Set(['device-serial', 'mavlink', 'crsf', 'ladder', 'can']);

/** What brings the ground already: for pulses, buses and pictures only a lead between the same two parts. */
function groundOf(talker: LinkEnd, listener: LinkEnd, grounds: GroundTracker): string | null {
  const ends = [talker.part.id, listener.part.id] as const;
  if (WHOLE.has(talker.link.kind)) return null;
  return SHARES_GROUND.has(listener.link.kind) ? grounds.shared(...ends) : grounds.direct(...ends);
}

/** The leads that bring their own shield are wired whole. */
const WHOLE: ReadonlySet<string> = new Set(['hdmi', 'usb', 'ribbon', 'antenna', 'ethernet', 'infra-red']);

function joinMap(rig: Rig, { make }: Joined, { talker, listener }: PickedEnds, grounds: GroundTracker): PinMap {
  const lengthMm = leadLength(rig, talker.part.id, listener.part.id).needMm;
  const groundBy = groundOf(talker, listener, grounds);
  const feed = feedOf(rig, make, { talker, listener });
  const gaugeAwg = feed ? riderGauge(rig, feed, make.feed!, lengthMm) : RIDER_AWG;
  return pinMap(rig, { kind: 'link', talker, listener, feed }, { lengthMm, groundBy, gaugeAwg });
}

/** Thinnest wire of a supply that rides with a signal. @source [practice] */
const RIDER_AWG = 26;

/** Gauge of a supply on a signal's plugs: as thick as its load asks and the contacts take. */
function riderGauge(
  rig: Rig,
  { from, to }: { from: Terminals; to: Terminals },
  feed: JoinFeed,
  lengthMm: number,
): number {
  const { draw, volts } = sheetOf(rig, feed.part).supplies.find((s) => s.id === feed.supply)!;
  return Math.min(RIDER_AWG, leadGauge(rig, from.plus, to.plus, mostA(draw, volts), lengthMm, false));
}

function feedOf(
  rig: Rig,
  { feed }: Joined['make'],
  { talker, listener }: PickedEnds,
): Extract<Join, { kind: 'link' }>['feed'] {
  if (!feed) return null;
  const [giver, eater] = feed.fed === 'listener' ? [talker, listener] : [listener, talker];
  const port = portOfLink(giver);
  return {
    from: {
      plus: on(giver.part.id, { port, pin: feed.plusPin }),
      minus: on(giver.part.id, { port, pin: feed.minusPin }),
    },
    to: fedAt(rig, feed, portOfLink(eater)),
  };
}

const portOfLink = ({ link: { pins } }: LinkEnd): string => (pins.data ?? pins.send ?? pins.hear)!.port;

/** Where a supply is fed: on the plug of the signal where it can be, else on its own. */
function fedAt(rig: Rig, { part, supply: id }: JoinFeed, port: string): Terminals {
  const sheet = sheetOf(rig, part);
  const { plus, minus } = sheet.supplies.find((s) => s.id === id)!;
  const beside = supplyAt(sheet, plus, port);
  const ground = sheet.ports.find((p) => p.id === port)?.pins.find((p) => p.line === 'ground');
  return beside && ground && plus.port !== port
    ? { plus: on(part, beside), minus: on(part, { port, pin: ground.n }) }
    : { plus: on(part, plus), minus: on(part, minus) };
}

function heldBy({ talker, listener }: PickedEnds): Held[] {
  const pairs: [LinkEnd, LinkEnd][] = [
    [talker, listener],
    [listener, talker],
  ];
  return pairs.flatMap(([controller, device]) => {
    const given = flies(controller.sheet) ? heldTo(controller, device) : null;
    return given ? [{ part: controller.part.id, resource: resourceOf(controller)!.id, ...given }] : [];
  });
}

function settingsOf(view: BenchView, chosen: readonly Chosen[]): Woven['settings'] {
  const wanted = new Map(chosen.flatMap((o) => o.modes).map((m) => [m.key, m.value]));
  return [...wanted].flatMap(([key, value]) => {
    const [part, setting] = key.split('.');
    return setting !== undefined && view.parts.some((p) => p.part.id === part) ? [{ part: part!, setting, value }] : [];
  });
}

/** Keeps the id of a cable that is there already with the same pins; else the next free one. */
class CableIds {
  private readonly free: Cable[];
  private readonly used: Set<string>;

  constructor(view: BenchView) {
    this.free = view.rig.cables.filter((c) => !c.locked);
    this.used = new Set(view.rig.cables.map((c) => c.id));
  }

  name(cable: Cable): Cable {
    const same = this.free.findIndex((c) => pinsText(c.wires) === pinsText(cable.wires));
    if (same >= 0) return { ...this.free.splice(same, 1)[0]! };
    for (let n = 1; ; n++) {
      if (this.used.has(`C${n}`)) continue;
      this.used.add(`C${n}`);
      return { ...cable, id: `C${n}` };
    }
  }
}

/** Which pins a cable joins and through what, whatever its length and gauge. */
export function pinsText(wires: readonly Wire[]): string {
  const text = (at: PinRef): string => `${at.part}.${at.port}.${at.pin}`;
  return wires
    .map((w) => `${[text(w.from), text(w.to)].sort().join('=')}${w.inline?.kind ?? ''}`)
    .sort()
    .join(' ');
}

/** From the wiring that is to the one that was woven: cables off, ports given, switches set, cables on. */
export function weaveEdits({ rig }: BenchView, woven: Woven): Edit[] {
  const kept = new Set(woven.cables.map((c) => `${c.id} ${pinsText(c.wires)}`));
  const isKept = (c: Cable): boolean => kept.has(`${c.id} ${pinsText(c.wires)}`);
  const off = rig.cables.filter((c) => !c.locked && !isKept(c));
  const there = new Set(rig.cables.filter((c) => c.locked || isKept(c)).map((c) => c.id));
  const released = woven.held.flatMap((h) =>
    rig.held
      .filter((x) => x.part === h.part && x.resource === h.resource && (x.to !== h.to || x.baud !== h.baud))
      .map((x): Edit => ({ kind: 'release', part: x.part, resource: x.resource, to: x.to })),
  );
  const given = woven.held.filter(
    (h) => !rig.held.some((x) => x.part === h.part && x.resource === h.resource && x.to === h.to && x.baud === h.baud),
  );
  const now = (part: string, setting: string): string | undefined => {
    const own = rig.parts.find((p) => p.id === part)!;
    return (
      valueIn(own.settings, setting) ?? valueIn(rig.sheets, own.class)!.settings.find((s) => s.id === setting)?.default
    );
  };
  return [
    ...off.map((c): Edit => ({ kind: 'removeCable', cable: c.id })),
    ...released,
    ...given.map((held): Edit => ({ kind: 'hold', held })),
    ...woven.settings.filter((s) => now(s.part, s.setting) !== s.value).map((s): Edit => ({ kind: 'set', ...s })),
    ...woven.cables.filter((c) => !there.has(c.id)).map((cable): Edit => ({ kind: 'addCable', cable })),
  ];
}
