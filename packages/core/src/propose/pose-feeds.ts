import { portsCanJoin } from '../loom/index.js';
import {
  connectorOf,
  feedsOthers,
  flies,
  isOnlyBetween,
  onlyWatches,
  movesUnsaid,
  radiates,
  sendsPictures,
  showsAir,
  staysOnGround,
  turns,
  wantsOneOf,
  type Sheet,
} from '../parts/index.js';
import { leadCost, meetsByAir } from './join-options.js';
import { drawn, drawnPastContact } from './plug-feeds.js';
import { whyNoLead } from './why-unmet.js';
import { COST, type CostPart } from './costs.js';
import {
  ampsOf,
  besides,
  eatersOf,
  fits,
  fitsButFlat,
  isBesideSignal,
  outletA,
  outletsOf,
  isRail,
  marginPrice,
  peakA,
  pinKey,
  portOf,
  railKey,
  railGiven,
  twinsOf,
  type Eater,
  type Outlet,
} from './outlets.js';
import { groupBy, listed, num, voltBand } from '../units/index.js';
import { stacksOf } from './stacks.js';
import type { Poser } from './poser.js';
import type { Option } from './problem.js';

/** Leads that may meet at one outlet. */
const MOST_AT_OUTLET = 12;

/** Packs of one class work in pair: the second joins the first. @source [practice] switched on one by one, within 1 V */
function posePairs(poser: Poser, outlets: Outlet[], eaters: readonly Eater[]): void {
  const packs = outlets.filter((o) => o.source.kind === 'pack');
  // where all are alike, the last is for what stands on the ground
  const apart = bothSides(eaters) && new Set(packs.map((o) => o.part.class)).size === 1 ? packs.at(-1) : undefined;
  for (const outlet of packs.filter((o) => o !== apart)) {
    const first = outlets.find((o) => o.part.class === outlet.part.class)!;
    const at = `${outlet.part.id}.${outlet.source.plus.port}.${outlet.source.plus.pin}`;
    if (first === outlet || poser.view.taken.has(at) || isForTwin(outlet, eaters)) continue;
    const need = `pair ${outlet.id}`;
    poser.need(need, `${outlet.part.label} works in pair`, COST.openNice, {
      part: outlet.part.id,
      lacks: () => 'its plug is taken',
    });
    for (const side of bothSides(eaters) ? SIDES : [null])
      poser.option(
        {
          id: `${need} with ${first.id}${side ? ` on the ${side}` : ''}`,
          covers: [need],
          modes: side ? [outlet, first].map(({ part }) => ({ key: `side ${part.id}`, value: side })) : [],
        },
        { do: 'pair', outlet, first },
        leadCost(poser, outlet, first),
        `${outlet.part.label} beside ${first.part.label}`,
      );
  }
}

/** A box with two ways in for one way out wants a pack at each: they stand beside each other in it. */
const isForTwin = (outlet: Outlet, eaters: readonly Eater[]): boolean =>
  eaters.some((e) => twinsOf(e.sheet, e.supply.id).length > 1 && fits(outlet, e));

/** Packs that stand on top of one another: plus of the one on minus of the next. @source [practice] two in series for twice the volts */
function poseStacks(poser: Poser): void {
  for (const { packs, each } of stacksOf(poser.view))
    packs.slice(1).forEach((above, i) => {
      const below = packs[i]!;
      const need = `stack ${above.id}`;
      poser.need(need, `${above.label} stands on ${below.label}`, COST.openNice, {
        part: above.id,
        lacks: () => 'its plug is taken',
      });
      poser.option(
        { id: `${need} on ${below.id}`, covers: [need] },
        { do: 'stack', above, below, each },
        leadCost(poser, { part: below }, { part: above }),
        `${above.label} on ${below.label}, in series`,
      );
    });
}

/** Every supply must be fed; a regulator only once something hangs on it. */
export function poseFeeds(poser: Poser): void {
  const outlets = outletsOf(poser.view);
  const eaters = eatersOf(poser.view);
  posePairs(poser, outlets, eaters);
  poseStacks(poser);
  poseEither(poser, outlets, eaters);
  for (const eater of eaters) {
    if (poser.view.fed.has(eater.id)) continue;
    const need = `feed ${eater.id}`;
    poser.need(need, `${eater.part.label} has its volts`, isAsked(poser, eater) ? COST.openFeed : null, {
      part: eater.part.id,
      lacks: () => whyNoLead(poser, need, whyUnfed(outlets, eater)),
      // a box that passes on has work only once something is told through it
      waits: isOnlyBetween(eater.sheet) && !isJoined(poser, eater.part.id),
    });
    for (const outlet of outlets) feedOption(poser, outlet, eater, outlets, eaters, need);
  }
}

/** What may be fed by one way or another is fed by one of them. */
function poseEither(poser: Poser, outlets: readonly Outlet[], eaters: readonly Eater[]): void {
  for (const [id, own] of groupBy(
    eaters.filter((e) => wantsOneOf(e.sheet)),
    (e) => e.part.id,
  )) {
    if (own.some((e) => poser.view.fed.has(e.id))) continue;
    const need = `fed ${id}`;
    const { part } = own[0]!;
    poser.need(need, `${part.label} has its volts`, COST.openFeed, {
      part: id,
      lacks: () => whyUnfed(outlets, own[0]!),
    });
    for (const eater of own)
      poser.option(
        { id: `${need} by ${eater.supply.id}`, covers: [need], wakes: [`feed ${eater.id}`] },
        { do: 'either' },
        [],
        `${part.label} by ${eater.supply.id}`,
      );
  }
}

/** A locked lead brings or takes a signal of it. */
const isJoined = ({ view }: Poser, part: string): boolean =>
  view.kept.some((c) => [c.talker, c.listener].some((end) => end.part.id === part));

/** Outlets named in a reason. */
const MOST_NAMED = 3;

/** What a supply wants beside what the outlets here give, nearest first. */
function whyUnfed(outlets: readonly Outlet[], eater: Eater): string {
  const [low, high] = eater.supply.volts;
  const wants = `it wants ${voltBand(eater.supply.volts)}`;
  const others = outlets.filter((o) => o.part.id !== eater.part.id);
  if (!others.length) return `${wants}, and nothing here gives any volts`;
  const off = ({ volts }: Outlet): number => Math.max(low - volts[0], volts[1] - high, 0);
  const near = [...others].sort((a, b) => off(a) - off(b) || (a.id < b.id ? -1 : 1)).slice(0, MOST_NAMED);
  const fit = others.filter((o) => fits(o, eater)).slice(0, MOST_NAMED);
  const bound = fit.filter(isBesideSignal);
  const dead = fit.filter((o) => plugsJoin(o, eater) && !bound.includes(o));
  if (dead.length) return `${wants}; nothing here feeds ${listed(givers(dead))}, which would give it`;
  const apart = fit.filter((o) => !bound.includes(o));
  if (fit.length)
    return [
      wants,
      ...(bound.length
        ? [
            `what ${listed(givers(bound))} ${givers(bound).length > 1 ? 'give' : 'gives'} is for what hangs on that very plug`,
          ]
        : []),
      ...(apart.length ? [`no lead joins its plug to ${listed(givers(apart))}`] : []),
    ].join('; ');
  return `${wants}; ${listed(near.map((o) => `${o.part.label} gives ${given(o.volts)}`))}`;
}

const givers = (outlets: readonly Outlet[]): string[] => [...new Set(outlets.map((o) => o.part.label))];
const given = ([low, high]: Outlet['volts']): string => (low === high ? `${num(low, 2)} V` : voltBand([low, high]));

/** Adds the option of feeding a supply from an outlet, when volts, head room and plugs allow it. */
export function feedOption(
  poser: Poser,
  outlet: Outlet,
  eater: Eater,
  outlets: Outlet[],
  eaters: Eater[],
  need: string,
): void {
  const isShort = !fits(outlet, eater);
  if (isShort && (!fitsButFlat(outlet, eater) || areEnough(outlets, eater, eaters))) return;
  if (!plugsJoin(outlet, eater) || isBesideSignal(outlet)) return;
  const { source } = outlet;
  const amps = ampsOf(outlet, eater, eaters, outlets);
  if (eater.supply.draw.kind !== 'regulator' && amps > source.maxA) {
    const asks = (): string => `${eater.part.label} asks for up to ${num(amps, 1)} A`;
    poser.refuse([need], () => `${asks()}, and ${outlet.part.label} gives ${num(source.maxA, 1)} A`);
    return;
  }
  const feeders = feedersOf(outlet, outlets, eaters).filter((supply) => !poser.view.fed.has(supply));
  // what goes into both ways of a box that has two would be no second way
  const apart =
    twinsOf(eater.sheet, eater.supply.id).length > 1
      ? [{ pool: poser.pool(`twins ${eater.part.id} ${outlet.part.id}`, 1), amount: 1 }]
      : [];
  const pastContact = drawnPastContact(poser, outlet, eater, amps);
  const plugs = [
    { by: '', takes: drawn(poser, outlet, eater, amps), over: amps > outletA(outlet) ? COST.overContact : 0 },
    ...(pastContact ? [{ by: ' by a hot plug', takes: pastContact, over: COST.hotPlug }] : []),
  ];
  for (const { words, modes, cost } of sidesOf(outlet, eater, eaters))
    for (const { by, takes, over } of plugs)
      poser.option(
        {
          id: `${need}: ${eater.id} from ${outlet.id}${words}${by}`,
          covers: [need],
          wakes: feeders.map((supply) => `feed ${supply}`),
          hub: poser.hub(`outlet ${outlet.id}`, shareCost(outlet, outlets), MOST_AT_OUTLET),
          takes: [...takes, ...apart, ...heatTakes(poser, outlet, eater, outlets)],
          modes: [
            ...(source.when ? [{ key: `${outlet.part.id}.${source.when.setting}`, value: source.when.value }] : []),
            ...(isRail(eater) ? [{ key: railKey(eater), value: railGiven(outlet) }] : []),
            ...(besides(eaters, eater).length ? [{ key: pinKey(eater), value: outlet.id }] : []),
            ...modes,
          ],
        },
        { do: 'feed', outlet, part: eater.part.id, supply: eater.supply.id },
        [
          ...feedCost(poser, outlet, eater, ridesAlong(eater, eaters)),
          { why: 'more than a contact of its plug carries', points: over },
          { why: 'too little at the end of the charge', points: isShort ? COST.tooLittleFlat : 0 },
          { why: 'a pack that holds much less', points: isOnSmallPack(outlet, eater, outlets) ? COST.smallPack : 0 },
          { why: 'its plug is made for another', points: isMadeForAnother(outlet, eater, eaters) ? COST.adapter : 0 },
          ...cost,
        ],
        `${eater.part.label} from ${outlet.part.label}`,
      );
}

/** How much more a pack holds that is the larger of two. @source [practice] */
const MUCH_MORE = 1.5;

/** What moves the craft, on the smaller of two packs that would do. @source [practice] the rest lives on a pack of its own */
function isOnSmallPack({ source }: Outlet, eater: Eater, outlets: readonly Outlet[]): boolean {
  const moves = movesUnsaid(eater.sheet) || eater.sheet.functions.some((f) => MOVES.has(f.what));
  if (!source.pack || !moves) return false;
  const held = ({ pack }: Outlet['source']): number => (pack ? pack.cells * pack.capacityMah : 0);
  return outlets.some((o) => fits(o, eater) && held(o.source) > MUCH_MORE * held(source));
}
const MOVES: ReadonlySet<string> = new Set(['throttle', 'drive']);

/** Volts no further apart than this are the same to a load, as a share. */
const ALIKE = 0.05;

/** A second load on an outlet. @source [practice] sharing one regulator joins their troubles */
function shareCost({ part, sheet, source }: Outlet, outlets: readonly Outlet[]): number {
  const volts = source.regulator?.volts;
  const isAlike = (other: Outlet): boolean =>
    other.part.id !== part.id &&
    feedsOthers(other.sheet) &&
    Math.abs((other.source.regulator?.volts ?? Infinity) - volts!) <= ALIKE * volts!;
  return COST.splice + (volts !== undefined && feedsOthers(sheet) && outlets.some(isAlike) ? COST.keptApart : 0);
}

/** Supplies, as `part.supply`, that an outlet is fed by: of a box with two ways in for one way out both, where there are packs for both. */
function feedersOf({ part, sheet, fedBy }: Outlet, outlets: readonly Outlet[], eaters: readonly Eater[]): string[] {
  if (fedBy === null) return [];
  const own = `${part.id}.${fedBy}`;
  const twins = twinsOf(sheet, fedBy).map((supply) => `${part.id}.${supply}`);
  const into = eaters.find((e) => e.id === own);
  const packs = new Set(outlets.filter((o) => into && fits(o, into)).map((o) => o.part.id));
  return packs.size < twins.length ? [own] : twins;
}

/** What suits a supply gives enough for it and for all that nothing else suits. */
function areEnough(outlets: readonly Outlet[], eater: Eater, eaters: readonly Eater[]): boolean {
  const suiting = outlets.filter((o) => fits(o, eater));
  if (!suiting.length) return false;
  const only = eaters.filter(
    (e) => outlets.every((o) => !fits(o, e) || suiting.includes(o)) && outlets.some((o) => fits(o, e)),
  );
  const asked = only.reduce((sum, e) => sum + ampsOf(suiting[0]!, e, eaters, outlets), 0);
  return asked <= suiting.reduce((sum, o) => sum + o.source.maxA, 0);
}

/** Words in an option's id, the mode it agrees on, and what it costs besides. */
interface Side {
  words: string;
  modes: Option['modes'];
  cost: CostPart[];
}
const ANY_SIDE: Side = { words: '', modes: [], cost: [] };

/** A pack feeds what stands on the ground, or what is carried: both are a lead between them, at its price. */
function sidesOf({ part, source }: Outlet, eater: Eater, eaters: readonly Eater[]): readonly Side[] {
  const side = sideOf(eater);
  if (source.kind !== 'pack' || side === null || !bothSides(eaters)) return [ANY_SIDE];
  const across = { why: 'from the ground to what flies', points: COST.fromGround };
  return [
    { words: '', modes: [{ key: `side ${part.id}`, value: side }], cost: [] },
    { words: ' across', modes: [], cost: [across] },
  ];
}

const SIDES = ['ground', 'board'] as const;
const bothSides = (eaters: readonly Eater[]): boolean => SIDES.every((side) => eaters.some((e) => sideOf(e) === side));
const sideOf = ({ sheet }: Eater): (typeof SIDES)[number] | null =>
  !staysOnGround(sheet) ? 'board' : meetsByAir(sheet) || showsAir(sheet) || onlyWatches(sheet) ? 'ground' : null;

/** A regulator at the pins of a load of its own part, or of one told before it: it needs no lead of its own. */
function ridesAlong(eater: Eater, eaters: readonly Eater[]): boolean {
  const own = [eater, ...besides(eaters, eater)];
  const first = own.filter((e) => e.supply.draw.kind !== 'regulator');
  return (first.length ? first : own).map((e) => e.id).sort()[0] !== eater.id;
}

/** Heat a small linear regulator gets rid of, where its sheet does not say, W. @source [practice] 1–2 W */
const HEAT_W = 1.5;

/** Heat that a load causes in a linear regulator, at the highest volts that could come in. */
function heatTakes(
  poser: Poser,
  { id, source, sheet, part, volts }: Outlet,
  eater: Eater,
  outlets: Outlet[],
): Option['takes'] {
  const { regulator } = source;
  const into = sheet.supplies.find((s) => s.id === regulator?.fedBy);
  if (source.kind !== 'linear' || !regulator || !into) return [];
  const input: Eater = { id: '', part, sheet, supply: into, peakW: 0, isFirst: false };
  const highest = Math.max(0, ...outlets.filter((o) => fits(o, input)).map((o) => o.volts[1]));
  const heatW = (highest - regulator.volts) * peakA(eater, { volts });
  return [{ pool: poser.pool(`heat ${id}`, regulator.heatW ?? HEAT_W), amount: Math.max(0, heatW) }];
}

/** A load is always to be fed; a regulator when a locked lead already hangs on it. */
function isAsked({ view }: Poser, { part, sheet, supply }: Eater): boolean {
  // a computer's lead, say, beside the supply that it flies on
  if (supply.optional && (sheet.supplies.some((s) => !s.optional) || wantsOneOf(sheet))) return false;
  const sources = sheet.sources.filter((s) => s.regulator?.fedBy === supply.id);
  return (
    supply.draw.kind !== 'regulator' ||
    !sources.length ||
    livesOnItsOwn(sheet) ||
    sources.some((s) => view.taken.has(`${part.id}.${s.plus.port}.${s.plus.pin}`))
  );
}

/** Its regulators make its own volts: a board, a box that has a picture to work on. */
const livesOnItsOwn = (sheet: Sheet): boolean =>
  sheet.supplies.every((s) => s.draw.kind === 'regulator') && (flies(sheet) || !feedsOthers(sheet));

/** A regulator with a plug that one other part here alone has, and feeds from: a dummy battery goes into its camera. */
function isMadeForAnother(outlet: Outlet, eater: Eater, eaters: readonly Eater[]): boolean {
  const { family } = portOf(outlet.sheet, outlet.source.plus.port).plug;
  const hasPlug = ({ sheet, supply }: Eater): boolean => portOf(sheet, supply.plus.port).plug.family === family;
  if (!outlet.source.regulator || connectorOf(family).contactMohm === 0 || hasPlug(eater)) return false;
  const owners = new Set(eaters.filter((e) => hasPlug(e) && fits(outlet, e)).map((e) => e.part.class));
  return owners.size === 1;
}

const plugsJoin = (outlet: Outlet, eater: Eater): boolean =>
  portsCanJoin(portOf(outlet.sheet, outlet.source.plus.port), portOf(eater.sheet, eater.supply.plus.port));

function feedCost(poser: Poser, outlet: Outlet, eater: Eater, onLead: boolean): CostPart[] {
  const { gimbalFeed } = poser.view.rig.schools;
  const isPack = outlet.source.kind === 'pack';
  const against = turns(eater.sheet) && isPack !== (gimbalFeed === 'pack') && hasSide(poser, eater, gimbalFeed);
  return [
    ...(onLead ? [] : leadCost(poser, outlet, eater)),
    marginPrice(outlet, eater),
    { why: 'the other way was chosen', points: against ? COST.school : 0 },
    { why: 'heat in a linear regulator', points: linearHeat(outlet, eater) },
    { why: 'behind another regulator', points: isSecondStage(poser, outlet, eater) ? COST.twoStages : 0 },
    { why: 'behind a regulator', points: isNotFromPack(poser, outlet, eater) ? COST.notFromPack : 0 },
    { why: 'past the switch that was wished for', points: pastSwitch(poser, outlet, eater) ? COST.school : 0 },
  ];
}

/** A regulator from a regulator, where a pack gives what it asks for. @source [practice] they share their troubles */
const isSecondStage = (poser: Poser, { source }: Outlet, eater: Eater): boolean =>
  eater.supply.draw.kind === 'regulator' && source.regulator !== undefined && wouldPackDo(poser, eater);

/** What flies the craft, or sends its picture, on a regulator. @source [practice] straight from the pack, which cannot fail alone */
const isNotFromPack = (poser: Poser, { sheet }: Outlet, eater: Eater): boolean =>
  feedsOthers(sheet) && (flies(eater.sheet) || sendsPictures(eater.sheet)) && wouldPackDo(poser, eater);

/** A pack here gives it its volts, and with room to spare. */
const wouldPackDo = ({ view }: Poser, eater: Eater): boolean =>
  outletsOf(view).some((o) => o.source.kind === 'pack' && fits(o, eater) && !marginPrice(o, eater).points);

/** The side that was chosen is there to be had: no side is taken where only one is. */
const hasSide = ({ view }: Poser, eater: Eater, side: 'pack' | 'steady'): boolean =>
  outletsOf(view).some((o) => (o.source.kind === 'pack') === (side === 'pack') && fits(o, eater));

/** A wish for radio power that a switched supply on the bench grants is granted only through it. */
function pastSwitch({ view }: Poser, outlet: Outlet, eater: Eater): boolean {
  // its antenna may be inside
  const sends = radiates(eater.sheet) || sendsPictures(eater.sheet);
  if (!sends || eater.sheet.functions.some((f) => f.what === 'radio-power')) return false;
  const isSwitch = ({ sheet }: { sheet: Outlet['sheet'] }): boolean =>
    sheet.functions.some((f) => f.what === 'radio-power');
  if (!view.rig.wishes.some((w) => w.what === 'radio-power') || isSwitch(outlet)) return false;
  return outletsOf(view).some((o) => isSwitch(o) && fits(o, eater));
}

/** Points for the heat a load causes in a linear regulator, judged at a usual input a few volts above its output. */
function linearHeat(outlet: Outlet, eater: Eater): number {
  const { source } = outlet;
  if (source.kind !== 'linear' || !source.regulator) return 0;
  const amps = peakA(eater, outlet);
  const USUAL_ABOVE_V = 7;
  return Math.round(amps * USUAL_ABOVE_V * COST.heatPerW);
}
