import {
  areApart,
  isAcrossAir,
  isPair,
  isOtherSpeed,
  isSerial,
  findConversations,
  leadLength,
  looksAlike,
  otherThanPulses,
  portsCanJoin,
  speechOf,
  type LinkEnd,
} from '../loom/index.js';
import {
  LINK_WORDS,
  carriesDataByAir,
  flies,
  hasApps,
  hearsAir,
  isAntenna,
  isPack,
  speaksAir,
  staysOnGround,
  tieAt,
  turns,
  type Link,
  type Pin,
  type PinAt,
  type Port,
  type Sheet,
} from '../parts/index.js';
import { sheetOf } from '../rig/index.js';
import { groupBy, num } from '../units/index.js';
import { isFree, isSharedPlug, joinedToday, type ClassEnd, type Unit } from './bench-view.js';
import { goesPast } from './changers.js';
import { COST, type CostPart } from './costs.js';
import {
  besideOthersA,
  besides,
  eatersOf,
  fits,
  isBesideSignal,
  outletsOf,
  isRail,
  marginPrice,
  peakA,
  portOf,
  railKey,
  railGiven,
  sharedA,
  suitedA,
  supplyAt,
  type Eater,
  type Outlet,
} from './outlets.js';
import { sharesThrottle } from './pins.js';
import type { JoinFeed, Poser } from './poser.js';
import type { Option } from './problem.js';

/** Listeners on one bus plug: a Y lead, and Ys on it, each at its price. @source [practice] never two talkers; [mem] how many an output bears */
const MOST_ON_BUS = 6;

/** A link that is wished, with the two ends that could hold it. */
export interface JoinWish {
  covers: string[];
  wakes?: string[];
  modes?: Option['modes'];
  takes?: Option['takes'];
  cost: CostPart[];
}

/** Adds the option of joining two links by a lead, and the same with a supply on the plugs where that serves. */
export function addJoin(poser: Poser, talker: ClassEnd, listener: ClassEnd, wish: JoinWish): void {
  const [a, b] = [talker.cls.members[0]!, listener.cls.members[0]!];
  const [from, to] = [portOf(a.sheet, a.port), portOf(b.sheet, b.port)];
  const bar = barred(a, b, talker, listener);
  if (bar) {
    poser.refuse(wish.covers, bar);
    return;
  }
  const cost = [
    ...wish.cost,
    ...leadCost(poser, a, b),
    ...changeCost(poser, talker, listener),
    ...resourceCost(a, listener),
    ...resourceCost(b, talker),
    ...adapterCost(from, to),
    { why: 'only one of them is heard', points: isHalfHeard(talker.end.link, listener.end.link) ? COST.oneWay : 0 },
    {
      why: 'past what goes over to another link',
      points: goesPast(poser.view, talker, listener) ? COST.pastChanger : 0,
    },
  ];
  const text = `${a.part.label} ${from.label} → ${b.part.label} ${to.label}`;
  for (const onPlug of plugsOf(poser, talker, listener))
    addOnPlug(poser, { talker, listener, onPlug }, wish, cost, text);
}

function addOnPlug(
  poser: Poser,
  { talker, listener, onPlug }: { talker: ClassEnd; listener: ClassEnd; onPlug: OnPlug },
  wish: JoinWish,
  cost: CostPart[],
  text: string,
): void {
  const draft = {
    id: [
      `${wish.covers.join(' + ')}: ${talker.cls.id} ${talker.nth} → ${listener.cls.id} ${listener.nth}`,
      ...(wish.modes ?? []).map((m) => `as ${m.value}`),
      ...onPlug.words,
    ].join(' '),
    covers: wish.covers,
    wakes: wish.wakes ?? [],
    modes: [...(wish.modes ?? []), ...modesOf(talker), ...modesOf(listener)],
    takes: [...onPlug.takes, takeUnit(poser, listener), ...(wish.takes ?? [])],
    hub: onPlug.hub,
  };
  const { alone } = onPlug;
  poser.option(draft, { do: 'join', talker, listener, feed: null, alone }, cost, text);
  const [a, b] = [talker.cls.members[0]!, listener.cls.members[0]!];
  const feeds = feedsOnPlugs(poser, a, b);
  const isBack = ({ join }: PlugFeed): boolean => join.fed !== feeds[0]!.join.fed;
  for (const feed of feeds) {
    const { join, takes, wakes, modes, price } = feed;
    poser.option(
      {
        ...draft,
        id: [draft.id, 'with supply', ...(isBack(feed) ? ['back'] : []), ...modes.map((m) => m.value)].join(' '),
        covers: [...wish.covers, ...fedByIt(poser, join)],
        wakes: [...draft.wakes, ...wakes],
        modes: [...draft.modes, ...modes],
        takes: [...draft.takes, ...takes],
      },
      { do: 'join', talker, listener, feed: join, alone },
      [...cost, { why: 'supply on the same plug', points: COST.sharedPlug }, ...price],
      `${text}, supply with it`,
    );
  }
}

/** A way to sit on the plugs of a talker. */
interface OnPlug {
  alone: boolean;
  takes: Option['takes'];
  hub: string | null;
  words: string[];
}

/**
 * A bus plug is shared by a Y lead, at a price for each listener beyond the first; where a part has several bus plugs alike, one is for
 * the Y and each of the others for one listener alone. Who shares a plug today goes on sharing it. Any other plug is taken whole.
 */
function plugsOf(poser: Poser, talker: ClassEnd, listener: ClassEnd): OnPlug[] {
  const { cls, end } = talker;
  const motors = sharesThrottle(poser.view.rig, end, listener.end);
  if (motors > 1) {
    const takes = [{ ...takeUnit(poser, talker), amount: 1 / motors }];
    return [{ alone: false, takes, hub: poser.hub(`throttle ${cls.id}`, COST.yLead, motors), words: [] }];
  }
  if (!isSharedPlug(end.link)) return [{ alone: true, takes: [takeUnit(poser, talker)], hub: null, words: [] }];
  const shared = { alone: false, takes: [], hub: poser.hub(`bus ${cls.id}`, COST.yLead, MOST_ON_BUS), words: [] };
  const more = cls.members.filter((unit) => isFree(unit, poser.view.taken)).length - 1;
  if (more < 1 || sharesToday(poser, talker, listener)) return [shared];
  const pool = poser.pool(`own bus plug of ${cls.id}`, more);
  return [shared, { alone: true, takes: [{ pool, amount: 1 }], hub: null, words: ['by a plug of its own'] }];
}

/** On the bench as it is wired the listener hears this talker, and another hears it by the same plug. */
function sharesToday({ view }: Poser, { cls: talker }: ClassEnd, { cls: listener }: ClassEnd): boolean {
  const said = findConversations(view.rig).filter(
    (c) => isSharedPlug(c.talker.link) && c.talker.part.id === talker.part.id,
  );
  return said
    .filter((c) => c.listener.part.id === listener.part.id)
    .some((c) => said.filter((x) => x.talker.link.id === c.talker.link.id).length > 1);
}

/** The supply that rides on a plug, and those of its part that take their volts at the same pin. */
function fedByIt({ view }: Poser, { part, supply }: JoinFeed): string[] {
  const eaters = eatersOf(view);
  const own = eaters.find((e) => e.part.id === part && e.supply.id === supply)!;
  return [own, ...besides(eaters, own).filter((e) => !view.fed.has(e.id))].map((e) => `feed ${e.id}`);
}

/** A band this narrow about its middle wants volts of its own, share. @source [practice] a thermal core on 5 V ± 5 % */
const STRICT = 0.12;
const strictPrice = ({ supply: { volts } }: Eater): CostPart => ({
  why: 'exact volts off a shared rail',
  points: (volts[1] - volts[0]) / ((volts[0] + volts[1]) / 2) < STRICT ? COST.strictOnRail : 0,
});

/** What moves under its own power, on volts that a controller makes for itself. @source [practice] its in-rush dips what shares them */
const onBoardPrice = (by: Eater, from: readonly Outlet[]): CostPart => ({
  why: 'a motor on the volts of the controller',
  points: turns(by.sheet) && from.some((o) => flies(o.sheet)) ? COST.motorOnBoard : 0,
});

/** Volts near the edge of a band, and exact ones that others share, cost the same by a signal's plug as by a lead. */
function plugPrice(outlet: Outlet, eater: Eater): CostPart[] {
  const isShared = tieAt(outlet.sheet, outlet.source.plus) !== undefined;
  return [marginPrice(outlet, eater), onBoardPrice(eater, [outlet]), ...(isShared ? [strictPrice(eater)] : [])];
}

/** What keeps two links from being joined by a lead, in words when they are asked for; null when nothing does. */
function barred(a: Unit, b: Unit, talker: ClassEnd, listener: ClassEnd): (() => string) | null {
  const [from, to] = [portOf(a.sheet, a.port), portOf(b.sheet, b.port)];
  if (!portsCanJoin(from, to))
    return () =>
      `no lead joins ${a.part.label} ${from.label} (${from.plug.family}) to ${b.part.label} ${to.label} (${to.plug.family})`;
  return (
    otherWires(talker.end, listener.end) ??
    otherSpeed(talker.end, listener.end) ??
    tooHigh(talker.end, listener.end) ??
    unsuited(a, listener.end, b.part.label) ??
    unsuited(b, talker.end, a.part.label)
  );
}

/** A picture over two wires that are each other's return, and one over a wire and a ground, meet through a box alone. */
function otherWires(a: LinkEnd, b: LinkEnd): (() => string) | null {
  if (a.link.kind !== 'composite' || b.link.kind !== 'composite' || isPair(a) === isPair(b)) return null;
  const [pair, single] = isPair(a) ? [a, b] : [b, a];
  return () =>
    `${pair.part.label} has its picture on a pair of wires, and ${single.part.label} on one wire and its ground`;
}

/** Why two ends that nobody tells a speed do not understand each other; null when they do. */
function otherSpeed(a: LinkEnd, b: LinkEnd): (() => string) | null {
  if (a.link.kind !== b.link.kind || !isOtherSpeed(a, b)) return null;
  return () =>
    `${a.part.label} speaks ${LINK_WORDS[a.link.kind]} at ${a.link.params.baud} baud, and ${b.part.label} at ${b.link.params.baud}`;
}

const modesOf = ({ end }: ClassEnd): Option['modes'] =>
  end.link.when ? [{ key: `${end.part.id}.${end.link.when.setting}`, value: end.link.when.value }] : [];

const takeUnit = (poser: Poser, { cls }: ClassEnd) => ({
  pool: poser.pool(`plug ${cls.id}`, cls.members.length),
  amount: 1,
});

/** Lead, its length beyond the usual, the joints it crosses. */
export function leadCost(poser: Poser, a: Pick<Unit, 'part'>, b: Pick<Unit, 'part'>): CostPart[] {
  const { needMm, slackMm, joints } = leadLength(poser.view.rig, a.part.id, b.part.id);
  const beyond = Math.max(0, needMm - slackMm - 200);
  return [
    { why: 'a lead', points: COST.lead },
    { why: `${needMm} mm long`, points: Math.round(beyond / 100) * COST.per100Mm },
    { why: 'from the ground to what flies', points: crossesAir(poser, a, b) ? COST.fromGround : 0 },
    { why: `crosses ${joints.map((j) => j.joint).join(', ')}`, points: joints.length * COST.joint },
  ];
}

/** From what meets the craft through the air alone (a radio in the hand, the ground end of a data link) to what is carried and lives on leads. */
function crossesAir({ view }: Poser, a: Pick<Unit, 'part'>, b: Pick<Unit, 'part'>): boolean {
  const sheets = [a, b].map(({ part }) => sheetOf(view.rig, part.id));
  if (!areApart(view.rig, sheets[0]!, sheets[1]!)) return false;
  if (isAcrossAir(view.rig, sheets[0]!, sheets[1]!)) return true;
  return (
    sheets.some(meetsByAir) && sheets.some((s) => !staysOnGround(s) && !isAntenna(s) && !isPack(s) && !hearsAir(s))
  );
}

/** It stands on the ground, and what is carried is reached from it through the air. */
export const meetsByAir = (sheet: Sheet): boolean =>
  staysOnGround(sheet) && (speaksAir(sheet) || carriesDataByAir(sheet) || hasApps(sheet));

/** Nothing when any two ports of the classes are joined so today, or while there is no wiring to change. */
function changeCost({ view }: Poser, talker: ClassEnd, listener: ClassEnd): CostPart[] {
  const now = view.rig.cables.length === 0 || joinedToday(view, talker, listener);
  return [{ why: 'not plugged so today', points: now ? 0 : COST.change }];
}

/** Bytes that go both ways at one end alone. */
function isHalfHeard(a: Link, b: Link): boolean {
  const goesBoth = ({ way, pins }: Link): boolean =>
    way === 'both' && pins.send !== undefined && pins.hear !== undefined;
  return isSerial(a) && isSerial(b) && goesBoth(a) !== goesBoth(b);
}

const adapterCost = (a: Port, b: Port): CostPart[] => [
  { why: 'marked adapter', points: looksAlike(a, b) ? COST.adapter : 0 },
];

/** What taking a controller's port or pad costs: scarce, an inverter wasted, features to release. */
function resourceCost({ resource, holders }: Unit, other: ClassEnd): CostPart[] {
  if (!resource) return [];
  const kept = speechOf(other.end.link);
  const inTheWay = other.end.link.kind === 'pulse' ? otherThanPulses(resource, other.end) : holders;
  const release = holders.filter((h) => h !== kept && inTheWay.includes(h));
  if (resource.kind === 'pad')
    return [
      { why: 'a pad', points: COST.pad },
      { why: 'series resistor', points: other.end.link.kind === 'ladder' ? COST.resistor : 0 },
      { why: `release ${release.join(', ')}`, points: release.length * COST.release },
    ];
  return [
    { why: 'a serial port', points: COST.serialPort },
    {
      why: 'its inverter stays unused',
      points: resource.inverter && other.end.link.kind !== 'sbus' ? COST.inverterWasted : 0,
    },
    { why: `release ${release.join(', ')}`, points: release.length * COST.release },
  ];
}

/** High levels a talker drives must be stood by the listener, both ways for a pair. */
function tooHigh(talker: LinkEnd, listener: LinkEnd): (() => string) | null {
  const [a, b] = [talker.link.pins, listener.link.pins];
  return over(talker, a.data ?? a.send, listener, b.data ?? b.hear) ?? over(listener, b.send, talker, a.hear);
}

function over(from: LinkEnd, at: PinAt | undefined, to: LinkEnd, into: PinAt | undefined): (() => string) | null {
  const [driven, stood] = [pinAt(from, at)?.levelV, pinAt(to, into)?.toleratesV];
  if (driven === undefined || stood === undefined || driven <= stood) return null;
  return () => `${from.part.label} drives ${num(driven)} V into ${to.part.label}, which stands ${num(stood)} V`;
}

const pinAt = ({ sheet }: LinkEnd, at: PinAt | undefined): Pin | undefined =>
  at && sheet.ports.find((p) => p.id === at.port)?.pins.find((p) => p.n === at.pin);

/** Fast enough, both ways where the device needs it, with a timer for key ladders; else why not. */
function unsuited({ resource, part }: Unit, other: LinkEnd, device: string): (() => string) | null {
  if (!resource) return null;
  const { baud, seriesOhm } = other.link.params;
  const where = (): string => `${part.label} ${resource.label}`;
  if (resource.kind === 'pad')
    return resource.timer || !seriesOhm ? null : () => `${where()} has no timer, and ${device} is told by a key ladder`;
  if (resource.highestBaud !== undefined && baud !== undefined && baud > resource.highestBaud)
    return () => `${where()} goes to ${resource.highestBaud} baud, and ${device} wants ${baud}`;
  return resource.receiveOnly && other.link.way === 'both'
    ? () => `${where()} only hears, and ${device} must be told`
    : null;
}

/** A supply that rides on a lead's plugs: what it takes, what must be fed for it, and by how many volts where that matters. */
interface PlugFeed {
  join: JoinFeed;
  takes: Option['takes'];
  wakes: string[];
  modes: Option['modes'];
  /** What these very volts cost beside others. */
  price: CostPart[];
}

function feedsOnPlugs(poser: Poser, a: Unit, b: Unit): PlugFeed[] {
  const onward = feedsFrom(poser, a, b, 'listener');
  return onward.length && !isFedBesideSignals(poser, a) ? onward : [...onward, ...feedsFrom(poser, b, a, 'talker')];
}

/** What feeds it here is for what hangs on its very plugs: it lives on what a signal brings, whichever way that goes. */
function isFedBesideSignals({ view }: Poser, { part }: Unit): boolean {
  const outlets = outletsOf(view);
  return eatersOf(view).some((e) => {
    const from = e.part.id === part.id && !view.fed.has(e.id) ? outlets.filter((o) => fits(o, e)) : [];
    return from.length > 0 && from.every(isBesideSignal);
  });
}

/** A pin of one plug that is a source, or is joined to that part's own rail, feeds the other part: one way for each volts of the rail. */
function feedsFrom(poser: Poser, giver: Unit, eater: Unit, fed: JoinFeed['fed']): PlugFeed[] {
  const port = portOf(giver.sheet, giver.port);
  const minusPin = port.pins.find((p) => p.line === 'ground')?.n;
  if (minusPin === undefined) return [];
  const hungry = eatersOf(poser.view).filter(
    (e) => e.part.id === eater.part.id && !e.sheet.sources.length && !poser.view.fed.has(e.id),
  );
  const onPlug = hungry.find((e) => supplyAt(e.sheet, e.supply.plus, eater.port) !== undefined);
  for (const pin of port.pins.filter((p) => p.line === 'supply')) {
    const at = { fed, plusPin: pin.n, minusPin };
    const outlet = outletsOf(poser.view).find(
      (o) => o.part.id === giver.part.id && isOnePin(giver.sheet, o.source.plus, { port: port.id, pin: pin.n }),
    );
    // what the plug itself gives may end on the supply plug of the part that hangs on it
    const by =
      onPlug ??
      (outlet &&
        hungry.find(
          (e) => !flies(e.sheet) && portsCanJoin(port, portOf(e.sheet, e.supply.plus.port)) && fits(outlet, e),
        ));
    if (!by || by.part.id === giver.part.id) continue;
    if (outlet && !outlet.source.pack && fits(outlet, by)) return [fromOutlet(poser, outlet, by, at)];
    const own = by === onPlug && railOf(poser, giver, pin.n);
    const through = own ? throughRail(poser, own, by, at) : [];
    if (through.length) return through;
  }
  return [];
}

/** What rides through the rail of a part has its volts: any that feed the part, or only some of them, which it must then be fed by. */
function throughRail(
  poser: Poser,
  own: Eater,
  by: Eater,
  at: Pick<JoinFeed, 'fed' | 'plusPin' | 'minusPin'>,
): PlugFeed[] {
  const join: JoinFeed = { part: by.part.id, supply: by.supply.id, ...at };
  const feeders = outletsOf(poser.view).filter((o) => fits(o, own) && mayPlugIn(o, own));
  const way = (from: readonly Outlet[], modes: Option['modes']): PlugFeed => ({
    // the worst of what could feed it
    ...{
      join,
      wakes: [],
      modes,
      price: [
        strictPrice(by),
        onBoardPrice(by, from),
        ...from
          .map((o) => marginPrice(o, by))
          .sort(dearest)
          .slice(0, 1),
      ],
    },
    // it is drawn from whatever feeds that part: counted on every outlet that could
    takes: [...from.flatMap((o) => drawn(poser, o, by, peakA(by, o))), ...poser.relies(`feed ${own.id}`)],
  });
  const suits = inside(own, by) || (isRail(own) && feeders.length > 0 && feeders.every((o) => givesRail(o, by)));
  // what feeds it by a locked lead stays as it is
  if (poser.view.fed.has(own.id) || !isRail(own)) return suits ? [way(feeders, [])] : [];
  // a plug that feeds a receiver by the way need not stand the motors on its pins
  const able = feeders.filter((o) => peakA(by, o) <= o.source.maxA);
  if (suits && !isRail(by) && able.length === feeders.length && areAmple(poser, feeders, own))
    return [way(feeders, [])];
  const byGiven = groupBy(
    able.filter((o) => givesRail(o, by)),
    railGiven,
  );
  return [...byGiven].map(([value, from]) =>
    way(
      from,
      [own, ...(isRail(by) ? [by] : [])].map((rail) => ({ key: railKey(rail), value })),
    ),
  );
}

/** Each of some outlets gives enough for all that could hang on a rail: it need not be said which of them feeds it. */
const areAmple = ({ view }: Poser, feeders: readonly Outlet[], own: Eater): boolean =>
  feeders.every(
    (o) => hangersOn(view, feeders, own).reduce((sum, e) => sum + peakA(e, o), peakA(own, o)) <= o.source.maxA,
  );

const HANGERS = new WeakMap<Poser['view'], Map<string, readonly Eater[]>>();

/** Loads that could ride on the rail of a part. */
function hangersOn(view: Poser['view'], feeders: readonly Outlet[], own: Eater): readonly Eater[] {
  let known = HANGERS.get(view);
  if (!known) HANGERS.set(view, (known = new Map<string, readonly Eater[]>()));
  let hangers = known.get(own.id);
  if (!hangers) {
    hangers = eatersOf(view).filter(
      (e) =>
        e.part.id !== own.part.id &&
        !e.sheet.sources.length &&
        !view.fed.has(e.id) &&
        (inside(own, e) || feeders.some((o) => givesRail(o, e))),
    );
    known.set(own.id, hangers);
  }
  return hangers;
}

/** A lead goes from an outlet to some plug on the rail of a part. */
const mayPlugIn = (outlet: Outlet, { sheet, supply: { plus } }: Eater): boolean =>
  (tieAt(sheet, plus) ?? [plus]).some((at) =>
    portsCanJoin(portOf(outlet.sheet, outlet.source.plus.port), portOf(sheet, at.port)),
  );

const dearest = (a: CostPart, b: CostPart): number => b.points - a.points;

/** Straight from an outlet the load would have its volts. */
const givesRail = ({ volts: [low, high] }: Outlet, { supply }: Eater): boolean =>
  low >= supply.volts[0] && high <= supply.volts[1];

/** One and the same, or joined inside the part. */
const isOnePin = (sheet: Sheet, a: PinAt, b: PinAt): boolean => {
  const is = (x: PinAt, y: PinAt): boolean => x.port === y.port && x.pin === y.pin;
  return is(a, b) || tieAt(sheet, a)?.some((at) => is(at, b)) === true;
};

/** The supply of a part whose rail a pin of one of its plugs is joined to. */
function railOf({ view }: Poser, { part, sheet, port }: Unit, pin: number): Eater | undefined {
  const tie = tieAt(sheet, { port, pin });
  return (
    tie &&
    eatersOf(view).find(
      (e) => e.part.id === part.id && tie.some((at) => at.port === e.supply.plus.port && at.pin === e.supply.plus.pin),
    )
  );
}

/** A source of the giver's own on this very plug: a gimbal that feeds its receiver, a card that gives 5 V to its camera. */
function fromOutlet(
  poser: Poser,
  outlet: Outlet,
  hungry: Eater,
  at: Pick<JoinFeed, 'fed' | 'plusPin' | 'minusPin'>,
): PlugFeed {
  const { part, supply } = hungry;
  const join: JoinFeed = { part: part.id, supply: supply.id, ...at };
  const amps = drawn(poser, outlet, hungry, peakA(hungry, outlet));
  const feeder = `feed ${outlet.part.id}.${outlet.fedBy}`;
  const isFed = outlet.fedBy === null || poser.view.fed.has(`${outlet.part.id}.${outlet.fedBy}`);
  return {
    ...{ join, wakes: isFed ? [] : [feeder], price: plugPrice(outlet, hungry) },
    takes: [...amps, ...(isFed ? [] : poser.relies(feeder))],
    modes: isRail(hungry) ? [{ key: railKey(hungry), value: railGiven(outlet) }] : [],
  };
}

/** What a load of so many amperes takes of what an outlet can hand out: of what its contacts carry, and of what it gives. */
export function drawn(poser: Poser, outlet: Outlet, eater: Eater, amps: number): Option['takes'] {
  const pool = ampsPool(poser, outlet);
  const beside = { pool, amount: besideOthersA(outlet, eater, amps, poser.pools.get(pool)!.capacity) };
  return [beside, ...(drawnPastContact(poser, outlet, eater, amps) ?? [])];
}

/** The same where a contact of the outlet is too small for all that could hang there together, by a plug that gets hot; else null. */
export function drawnPastContact(poser: Poser, outlet: Outlet, eater: Eater, amps: number): Option['takes'] | null {
  const carriesA = poser.pools.get(ampsPool(poser, outlet))!.capacity;
  const { maxA, pack } = outlet.source;
  if (pack || carriesA >= maxA || suitedA(outlet, eatersOf(poser.view), outletsOf(poser.view)) <= carriesA) return null;
  const pool = poser.pool(`gives ${outlet.id}`, maxA);
  return [{ pool, amount: besideOthersA(outlet, eater, amps, maxA) }];
}

/** What an outlet can hand out, as a pool that all who hang on it draw from. */
function ampsPool(poser: Poser, outlet: Outlet): string {
  const id = `amps ${outlet.id}`;
  return poser.pools.has(id) ? id : poser.pool(id, sharedA(outlet, eatersOf(poser.view), outletsOf(poser.view)));
}

const inside = (own: Eater, hungry: Eater): boolean =>
  own.supply.volts[0] >= hungry.supply.volts[0] && own.supply.volts[1] <= hungry.supply.volts[1];
