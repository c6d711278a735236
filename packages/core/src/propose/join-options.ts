import {
  areApart,
  isAcrossAir,
  isSerial,
  findConversations,
  leadLength,
  looksAlike,
  otherThanPulses,
  speechOf,
} from '../loom/index.js';
import {
  carriesDataByAir,
  hasApps,
  hearsAir,
  isAntenna,
  isPack,
  speaksAir,
  staysOnGround,
  type Link,
  type Port,
  type Sheet,
} from '../parts/index.js';
import { sheetOf } from '../rig/index.js';
import { isFree, isSharedPlug, joinedToday, type ClassEnd, type Unit } from './bench-view.js';
import { goesPast } from './changers.js';
import { COST, type CostPart } from './costs.js';
import { besides, eatersOf, portOf } from './outlets.js';
import { sharesThrottle } from './pins.js';
import type { JoinFeed, Poser } from './poser.js';
import type { Option } from './problem.js';
import { barred } from './join-bars.js';
import { feedsOnPlugs, type PlugFeed } from './plug-feeds.js';

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
