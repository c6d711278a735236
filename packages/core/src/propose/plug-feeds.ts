import { portsCanJoin } from '../loom/index.js';
import { flies, tieAt, turns } from '../parts/index.js';
import { groupBy } from '../units/index.js';
import { isBareRail } from './bare-rails.js';
import type { Unit } from './bench-view.js';
import { COST, type CostPart } from './costs.js';
import {
  besideOthersA,
  eatersOf,
  fits,
  isBesideSignal,
  isOnePin,
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
import type { JoinFeed, Poser } from './poser.js';
import type { Option } from './problem.js';

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

/** A supply that rides on a lead's plugs: what it takes, what must be fed for it, and by how many volts where that matters. */
export interface PlugFeed {
  join: JoinFeed;
  takes: Option['takes'];
  wakes: string[];
  modes: Option['modes'];
  /** What these very volts cost beside others. */
  price: CostPart[];
}

export function feedsOnPlugs(poser: Poser, a: Unit, b: Unit): PlugFeed[] {
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
    (e) =>
      e.part.id === eater.part.id && (!e.sheet.sources.length || isBareRail(e.supply)) && !poser.view.fed.has(e.id),
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
      // a rail alone is fed once something hangs on it
      wakes: isBareRail(own.supply) ? [`feed ${own.id}`] : [],
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

/** The supply of a part whose rail a pin of one of its plugs is joined to. */
function railOf({ view }: Poser, { part, sheet, port }: Unit, pin: number): Eater | undefined {
  const at = { port, pin };
  if (!tieAt(sheet, at)) return undefined;
  return eatersOf(view).find((e) => e.part.id === part.id && isOnePin(sheet, at, e.supply.plus));
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
