import {
  type AskedBy,
  bringsChannels,
  choosesBus,
  speaksByLead,
  flies,
  handsThrough,
  sparePulses,
  hasThrough,
  isFlight,
  hearsAir,
  hasControls,
  LINK_WORDS,
  isBetween,
  isOfBody,
  worksEye,
  isWorkedOver,
  passesOn,
  relays,
  sees,
  atDevice,
  overOf,
  ownEar,
  slotWay,
  tellsOn,
  toldOver,
  type Link,
  type LinkKind,
  type PartFunction,
  type Sheet,
} from '../parts/index.js';
import { canSay, firesSeveral, isSerial, speakAlike } from '../loom/index.js';
import type { Part, Wish } from '../rig/index.js';
import { listed } from '../units/index.js';
import type { ClassEnd } from './bench-view.js';
import { modeOfAir } from './air-modes.js';
import { airsOf, type Airs } from './airs.js';
import { COST, type CostPart } from './costs.js';
import { pinCost, suitsPin } from './pins.js';
import { addJoin, type JoinWish } from './join-options.js';
import type { Poser } from './poser.js';
import { whyNoLead, whyUnheard, whyUntold } from './why-unmet.js';

const hearNeed = (end: ClassEnd): string => `hear ${end.cls.id} ${end.nth}`;
const flyNeed = (part: string): string => `fly ${part}`;
const useNeed = (part: string): string => `use ${part}`;
const reachNeed = (part: string): string => `reach ${part}`;

/** Kinds by which a trigger reaches the camera it works. */
const REACHES: ReadonlySet<LinkKind> = new Set(['infra-red', 'contact', 'usb']);

/** Wishes, the controllers that must hear a receiver, and how each part is told. */
export function poseWishes(poser: Poser): void {
  const { parts, rig } = poser.view;
  const receivers = parts.some(({ sheet }) => bringsChannels(sheet));
  const airs = airsOf(rig);
  for (const { part, sheet } of parts) if (flies(sheet) && receivers) poseFlying(poser, airs, part, sheet);
  for (const { part, sheet } of parts) if (isBetween(sheet) && receivers) posePassing(poser, part, sheet);
  for (const wish of rig.wishes) poseWish(poser, airs, wish);
  const heard = [...poser.demands.keys()].filter((id) => id.startsWith('hear '));
  const near = besideReceivers(poser);
  for (const listener of poser.view.ends)
    if (heard.includes(hearNeed(listener))) poseHearing(poser, airs, near, listener);
  const apart = airs !== null || parts.some(({ sheet }) => speaksByLead(sheet));
  if (!apart && rig.schools.operators === 'two' && rig.wishes.some((w) => w.by === 'camera operator'))
    poseTrainer(poser);
}

/**
 * What flies hears a receiver over one of the links its flight functions name: a board all of it over one, what takes a pulse for each
 * over so many. What a controller moves is its builder's.
 */
function poseFlying(poser: Poser, airs: Airs | null, part: Part, sheet: Sheet): void {
  if (isFlown(sheet) && poser.view.parts.some((p) => flies(p.sheet) && !isFlown(p.sheet))) return;
  const flown = sheet.functions.filter(isFlight);
  const first = flown.find((f) => f.what === 'throttle') ?? flown[0]!;
  poseFlown(poser, airs, { part, sheet, fn: first, need: flyNeed(part.id) });
  const apart = flown.filter((f) => !overOf(f).some((id) => overOf(first).includes(id)));
  for (const fn of apart) poseFlown(poser, airs, { part, sheet, fn, need: `${flyNeed(part.id)} ${fn.id}` });
}

interface Flown {
  part: Part;
  sheet: Sheet;
  fn: PartFunction;
  need: string;
}

function poseFlown(poser: Poser, airs: Airs | null, { part, sheet, fn, need }: Flown): void {
  const over = overOf(fn);
  const isFirst = need === flyNeed(part.id);
  const isKept = poser.view.kept.some((c) => c.listener.part.id === part.id && over.includes(c.listener.link.id));
  if (!over.length || ownEar(sheet, over) || (isFirst ? keptInto(poser, part.id) : isKept)) return;
  const hears = isFirst ? 'hears a receiver' : `hears a receiver for ${fn.label.toLowerCase()}`;
  poser.need(need, `${part.label} ${hears}`, COST.openWish, {
    part: part.id,
    lacks: () => whyUnheard(poser, need, part, sheet, over),
  });
  for (const end of endsFor(poser, part.id, over)) {
    wakeHearing(poser, end, part.label);
    poser.option(
      {
        id: `${need} by ${end.cls.id} ${end.nth}`,
        covers: [need],
        wakes: [hearNeed(end)],
        modes: [...modesOf(end), ...modeOfAir(end, airs?.pilot)],
      },
      { do: 'tell', wish: '', part: part.id, fn: fn.id, link: end.end.link.id },
      [],
      `${part.label} over ${LINK_WORDS[end.end.link.kind]}`,
    );
  }
}

/** A box that passes on hears a receiver over any of its inputs, as soon as it tells something. */
function posePassing(poser: Poser, part: Part, sheet: Sheet): void {
  if (keptInto(poser, part.id)) return;
  const need = flyNeed(part.id);
  const spare = sheet.functions.length ? sparePulses(sheet) : [];
  const over = (spare.length ? spare : sheet.links.filter((l) => l.way === 'listen')).map((l) => l.id);
  const feeds = sheet.supplies.map((s) => `feed ${part.id}.${s.id}`).filter((feed) => poser.has(feed));
  poser.need(need, `${part.label} hears a receiver`, null, {
    part: part.id,
    lacks: () => whyUnheard(poser, need, part, sheet, over),
  });
  for (const end of endsFor(poser, part.id, over)) {
    wakeHearing(poser, end, part.label);
    poser.option(
      {
        id: `${need} by ${end.cls.id} ${end.nth}`,
        covers: [need],
        wakes: [hearNeed(end), ...feeds],
        modes: modesOf(end),
      },
      { do: 'tell', wish: '', part: part.id, fn: '', link: end.end.link.id },
      [],
      `${part.label} over ${LINK_WORDS[end.end.link.kind]}`,
    );
  }
}

const keptInto = (poser: Poser, partId: string): boolean =>
  poser.view.kept.some((c) => c.listener.part.id === partId && bringsChannels(c.talker.sheet) && c.kind !== 'mavlink');

/** Free links of a part that carry one of these ids; alike ones once. */
function endsFor(poser: Poser, partId: string, over: readonly string[]): ClassEnd[] {
  return poser.view.ends.filter(
    ({ cls, nth }) => cls.part.id === partId && cls.members.some((unit) => over.includes(unit.links[nth]!.link.id)),
  );
}

function poseWish(poser: Poser, airs: Airs | null, wish: Wish): void {
  const need = `wish ${wish.id}`;
  poser.need(need, wish.label, COST.openWish, { wish: wish.id, lacks: () => whyUntold(poser, need, wish) });
  for (const { part, sheet } of poser.view.parts) {
    if (wish.part !== undefined && wish.part !== part.id) continue;
    for (const fn of sheet.functions.filter((f) => f.what === wish.what))
      poseTelling(poser, airs, wish, part, sheet, fn);
  }
}

/** There are enough that do it for everyone who wishes for it to have one alone; else pilot and camera operator share. */
const isForAll = ({ view: { rig, parts } }: Poser, { what }: Wish): boolean =>
  rig.wishes.filter((w) => w.what === what).length <=
  parts.flatMap(({ sheet }) => sheet.functions).filter((f) => f.what === what).length;

function poseTelling(poser: Poser, airs: Airs | null, wish: Wish, part: Part, sheet: Sheet, fn: PartFunction): void {
  const need = `wish ${wish.id}`;
  const own = poser.pool(`fn ${part.id}.${fn.id}${isForAll(poser, wish) ? '' : ` ${wish.by}`}`, 1);
  const takes = [{ pool: own, amount: 1 }];
  const reach = worksEye(fn) ? reachWakes(poser, part, sheet) : [];
  const over = toldOver(fn);
  const kept = poser.view.kept.find((c) => c.listener.part.id === part.id && over.includes(c.listener.link.id));
  const make = (link: string) => ({ do: 'tell' as const, wish: wish.id, part: part.id, fn: fn.id, link });
  const byName = namesWhatOnlyChannelsGive(wish);
  const named = byName ? (slotWay(fn) ? [] : [NOT_AS_NAMED]) : laterWay(fn, ['slot', 'gesture']);
  if (atDevice(fn))
    poser.option(
      { id: `${need} by ${part.id}.${fn.id} on it`, covers: [need], takes },
      make(''),
      [{ why: 'a hand at the device', points: COST.atDevice }, ...(byName ? [NOT_AS_NAMED] : [])],
      `${part.label} by its own button`,
    );
  const inside = ownEar(sheet, over);
  if (inside)
    poser.option(
      { id: `${need} by ${part.id}.${fn.id} on the air`, covers: [need], takes, wakes: reach },
      make(inside.id),
      named,
      `${part.label} by its own receiver`,
    );
  if (kept) {
    const { link } = kept.listener;
    // a light that reaches the camera by itself says nothing where its box hears nothing
    const box = isBetween(kept.talker.sheet) ? wakesBox(poser, kept.talker.part) : [];
    poser.option(
      {
        id: `${need} by ${part.id}.${fn.id} kept`,
        covers: [need],
        takes,
        wakes: [...reach, ...box],
        modes: whenModes(part.id, link),
      },
      make(link.id),
      named,
      `${part.label} over ${Object.keys(link.pins).length ? 'its locked lead' : LINK_WORDS[link.kind]}`,
    );
    return;
  }
  for (const end of endsFor(poser, part.id, over)) {
    if (end.end.link.way === 'talk') continue;
    wakeHearing(poser, end, part.label);
    poser.option(
      {
        id: `${need} by ${part.id}.${fn.id} over ${end.nth} ${end.cls.id}`,
        covers: [need],
        takes,
        wakes: [hearNeed(end), ...reach],
        modes: [...modesOf(end), ...modeOfAir(end, airs?.ofWish(wish))],
      },
      make(end.end.link.id),
      [...settingCost(poser, end), ...schoolCost(poser, end, sheet, fn), ...named],
      `${part.label} over ${LINK_WORDS[end.end.link.kind]}`,
    );
  }
}

/** A control, a channel, one hand or the second operator can be had by a channel only. */
export const namesWhatOnlyChannelsGive = (wish: Wish): boolean =>
  wish.control !== null || wish.channel !== undefined || wish.hand !== 'either' || wish.by === 'camera operator';
/** What it costs to ask in one of these ways, where the sheet prefers another. */
export const laterWay = (fn: PartFunction, by: readonly AskedBy['by'][]): CostPart[] => {
  const at = fn.askedBy.findIndex((way) => by.includes(way.by));
  return at > 0 ? [{ why: 'not the usual way to ask it', points: at * COST.laterWay }] : [];
};
export const NOT_AS_NAMED: CostPart = { why: 'not by what was named', points: COST.school };

const modesOf = ({ end }: ClassEnd) => whenModes(end.part.id, end.link);
const whenModes = (part: string, link: { when?: { setting: string; value: string } | undefined }) =>
  link.when ? [{ key: `${part}.${link.when.setting}`, value: link.when.value }] : [];

/** Setting a switch or a strap costs a hand step, when it does not stand so already. */
function settingCost(poser: Poser, { end }: ClassEnd): CostPart[] {
  if (!end.link.when || end.live) return [];
  const setting = end.sheet.settings.find((s) => s.id === end.link.when!.setting);
  const strap = setting?.how === 'strap at start';
  return [
    {
      why: `${setting?.label ?? 'setting'} to ${end.link.when.value}`,
      points: strap ? COST.strapSetting : COST.switchSetting,
    },
  ];
}

/** Against the school: ladder where serial was chosen and the like, counted only where the part offers both. */
function schoolCost(poser: Poser, { end }: ClassEnd, sheet: Sheet, fn: PartFunction): CostPart[] {
  const { menuOver, reach } = poser.view.rig.schools;
  const kinds = new Set(toldOver(fn).map((id) => sheet.links.find((l) => l.id === id)?.kind));
  const against =
    (kinds.has('ladder') && kinds.has('device-serial') && (end.link.kind === 'ladder') !== (menuOver === 'ladder')) ||
    (kinds.has('sbus') && kinds.has('pulse') && (end.link.kind === 'pulse') !== (reach === 'servo leads'));
  // a side counts only where the bench offers the other
  return against ? [{ why: 'the other way was chosen', points: COST.school }] : [];
}

function wakeHearing(poser: Poser, end: ClassEnd, label: string): void {
  const { part, sheet } = end.cls;
  poser.need(hearNeed(end), `${label} is told over ${LINK_WORDS[end.end.link.kind]}`, null, {
    part: part.id,
    lacks: () => whyUnheard(poser, hearNeed(end), part, sheet, [end.end.link.id]),
  });
}

/** Everything that could talk to a link that must be told. */
function poseHearing(poser: Poser, airs: Airs | null, near: ReadonlySet<string>, listener: ClassEnd): void {
  for (const talker of poser.view.ends) {
    if (talker.cls.part.id === listener.cls.part.id || goesBack(talker, listener, near)) continue;
    const cost =
      hearsSticks(poser, talker) && suitsPin(poser.view.rig, talker.end, listener.end) ? tells(talker, listener) : null;
    if (cost)
      for (const air of airsThrough(airs, talker))
        joinHearing(poser, talker, listener, {
          modes: [...modeOfAir(listener, air), ...(isBetween(talker.cls.sheet) ? modeOfAir(talker, air) : [])],
          cost: [...cost, ...pinCost(poser.view.rig, talker.end, listener.end)],
        });
  }
}

/** The lead by which a listener is told; of a box that fires several cameras at once each of the others has one too. */
function joinHearing(poser: Poser, talker: ClassEnd, listener: ClassEnd, join: Pick<JoinWish, 'modes' | 'cost'>): void {
  const { part, sheet } = talker.cls;
  const fires = fansOut(talker) && sees(listener.cls.sheet) ? [poseRelease(poser, part, listener)] : [];
  const takes = poser.relies(flyNeed(part.id));
  const told = isBetween(sheet) ? { wakes: wakesBox(poser, part) } : { takes };
  const uses = isRedundant(poser, talker) ? [poseUse(poser, part)] : [];
  addJoin(poser, talker, listener, { ...join, covers: [hearNeed(listener), ...fires, ...uses], ...told });
  if (fires.length) addJoin(poser, talker, listener, { ...join, covers: fires, takes });
  // it is put to use once; what else hears it then may
  for (const use of uses)
    addJoin(poser, talker, listener, { ...join, covers: [hearNeed(listener)], ...told, takes: poser.relies(use) });
}

/** A box for two receivers, where there are two. @source [practice] whoever has both wants the one to stand in for the other */
const isRedundant = ({ view: { ends } }: Poser, { cls: { sheet } }: ClassEnd): boolean =>
  choosesBus(sheet) &&
  new Set(ends.filter(({ cls }) => hearsAir(cls.sheet) && !flies(cls.sheet)).map(({ cls }) => cls.part.id)).size > 1;

/** It is meant to be used. */
function poseUse(poser: Poser, part: Part): string {
  const need = useNeed(part.id);
  poser.need(need, `${part.label} stands between`, COST.openNice, {
    part: part.id,
    lacks: () => whyNoLead(poser, need, 'nothing here is told through it'),
  });
  return need;
}

/** Whose sticks come by a talker: what only passes on says whatever it hears. */
const airsThrough = (airs: Airs | null, { cls }: ClassEnd): readonly (string | undefined)[] =>
  !airs ? [undefined] : isBetween(cls.sheet) ? airs.all : [airs.ofTalker(cls.part, cls.sheet)];

/** What tells on and could hear a receiver of this bench itself. */
function besideReceivers({ view: { ends } }: Poser): Set<string> {
  const receivers = ends.filter(({ cls }) => bringsChannels(cls.sheet));
  const tellers = ends.filter(({ cls }) => tellsOn(cls.sheet));
  return new Set(
    tellers
      .filter((end) => receivers.some((r) => r.cls.part.id !== end.cls.part.id && tells(r, end) !== null))
      .map(({ cls }) => cls.part.id),
  );
}

/**
 * What tells on is told by another that does only where that one is nearer to a receiver: round in a circle nobody hears anything. What
 * flies and moves nobody else is an end, and so is what hangs on a head.
 */
function goesBack({ cls: from }: ClassEnd, { cls: to }: ClassEnd, near: ReadonlySet<string>): boolean {
  if (hasThrough(from.sheet)) return tellsOn(to.sheet) || hasThrough(to.sheet);
  // what stands between two receivers and a controller is told by no controller
  if (choosesBus(from.sheet) !== choosesBus(to.sheet)) return choosesBus(to.sheet) && flies(from.sheet);
  if (!tellsOn(from.sheet) || bringsChannels(from.sheet) || !tellsOn(to.sheet) || isFlown(to.sheet)) return false;
  const isNearer = near.has(from.part.id) && !near.has(to.part.id);
  return passesOn(from.sheet) ? !isNearer : near.has(to.part.id) && !near.has(from.part.id);
}

/** Flies by what it hears and moves nobody else: a motor's controller, the servo of a rudder. */
const isFlown = (sheet: Sheet): boolean =>
  flies(sheet) && !sheet.links.some((l) => l.way !== 'listen' && (SWITCHED.has(l.kind) || PLAYED.has(l.kind)));

const wakesBox = (poser: Poser, { id }: Part): string[] => [flyNeed(id)].filter((need) => poser.has(need));

/** A receiver hears the sticks by itself, a controller or a box that passes on only over a receiver. */
const hearsSticks = (poser: Poser, { cls }: ClassEnd): boolean =>
  !tellsOn(cls.sheet) || hearsAir(cls.sheet) || poser.has(flyNeed(cls.part.id)) || keptInto(poser, cls.part.id);

/** Kinds in which a controller tells a device over a serial port what it heard. */
const PLAYED: ReadonlySet<LinkKind> = new Set(['device-serial', 'mavlink']);

/** Kinds in which a controller works a device by a pin. */
const SWITCHED: ReadonlySet<LinkKind> = new Set(['ladder', 'pulse', 'contact']);

/** A desk's bytes are understood: over a pair, or over a line of its own. */
const canTell = (a: Link, b: Link): boolean =>
  isSerial(a) === isSerial(b) && (!isSerial(a) || canSay(a, b)) && a.kind === b.kind && speakAlike(a, b);

/** Cost lines when a talker can tell a listener; null when it cannot. */
function tells({ cls, end: talker }: ClassEnd, { end: listener }: ClassEnd): CostPart[] | null {
  const isRelay = relays(cls.sheet);
  if (passesOn(cls.sheet) || handsThrough(cls.sheet, talker.link)) {
    const isAlike = talker.link.way !== 'listen' && talker.link.kind === listener.link.kind;
    return isAlike && (passesOn(cls.sheet) || !flies(listener.sheet)) ? [] : null;
  }
  if (!isRelay && !bringsChannels(cls.sheet)) return null;
  const [a, b] = [talker.link, listener.link];
  if (speaksByLead(cls.sheet) && a.kind === 'device-serial') return canTell(a, b) ? [] : null;
  const toController = flies(listener.sheet);
  // a bus on which everybody talks and hears
  if (a.kind === 'can') return b.kind === 'can' && !(isRelay && toController) ? [] : null;
  if (isRelay) {
    if (toController) return null;
    if (isSerial(a) && isSerial(b)) return PLAYED.has(b.kind) && canSay(a, b) && speakAlike(a, b) ? [] : null;
    if (a.way !== 'talk' || a.kind !== b.kind) return null;
    // bytes on one wire, as a sender of pictures hears them
    if (a.kind === 'device-serial') return canTell(a, b) ? [] : null;
    return SWITCHED.has(a.kind) ? [] : PUT_OUT.has(a.kind) ? scaleCost(a, b) : null;
  }
  if (a.kind === 'crsf' && isSerial(a))
    return canSay(a, b) && (b.kind === 'crsf' || (toController && speakAlike(a, b))) ? [] : null;
  if (a.way !== 'talk') return null;
  if (a.kind === 'sbus' && b.kind === 'device-serial' && toController)
    return [{ why: 'inverter in the wire', points: COST.inverter }];
  return a.kind === b.kind && (a.kind === 'pulse' || PUT_OUT.has(a.kind)) ? scaleCost(a, b) : null;
}

/** Buses on which every channel is put out. */
const PUT_OUT: ReadonlySet<LinkKind> = new Set(['sbus', 'ppm']);

const scaleCost = (a: Link, b: Link): CostPart[] =>
  a.kind === 'sbus' && (a.params.scale ?? 'micro') !== (b.params.scale ?? 'micro')
    ? [{ why: 'counts by the other school of scale', points: COST.otherScale }]
    : [];

/** A trigger needs its light, contact or lead at a camera. */
function reachWakes(poser: Poser, part: Part, sheet: Sheet): string[] {
  if (!sheet.functions.length || sees(sheet)) return [];
  const talkers = poser.view.ends.filter(
    ({ cls, end: { link } }) =>
      cls.part.id === part.id && link.way === 'talk' && REACHES.has(link.kind) && !handsThrough(sheet, link),
  );
  const others = talkers.filter(({ end }) => end.link.kind !== 'contact');
  // contacts hand on to other boxes; where a part has nothing else, they work its camera
  const sights = others.length ? others : talkers;
  if (!sights.length || poser.view.kept.some((c) => c.talker.part.id === part.id && REACHES.has(c.kind))) return [];
  const need = reachNeed(part.id);
  if (poser.has(need)) return [need];
  poser.need(need, `${part.label} reaches a camera`, null, {
    part: part.id,
    lacks: () =>
      whyNoLead(poser, need, `no camera here takes ${listed(sights.map(({ end }) => LINK_WORDS[end.link.kind]))}`),
  });
  for (const talker of sights)
    for (const listener of poser.view.ends) {
      if (!isWorkedOver(listener.cls.sheet, listener.end.link) || listener.end.link.kind !== talker.end.link.kind)
        continue;
      const fires = firesSeveral(sheet) && sees(listener.cls.sheet) ? [poseRelease(poser, part, listener)] : [];
      const cost = isEye(listener.cls.sheet) ? [] : [NO_EYE];
      addJoin(poser, talker, listener, { covers: [need, ...fires], cost });
      // the others of what fires several cameras at once
      if (fires.length) addJoin(poser, talker, listener, { covers: fires, takes: poser.relies(need), cost });
    }
  return [need];
}

/** One pulse in, and it comes out at several contacts. */
const fansOut = ({ cls: { sheet }, end: { link } }: ClassEnd): boolean =>
  link.kind === 'contact' &&
  passesOn(sheet) &&
  firesSeveral(sheet) &&
  sheet.links.filter((l) => l.way === 'listen').length === 1 &&
  sheet.links.some((l) => l.way === 'listen' && l.kind === 'pulse');

/** A camera that a box with several outputs could fire has one of them. */
function poseRelease(poser: Poser, box: Part, { cls: { part } }: ClassEnd): string {
  const need = `fired ${part.id}`;
  poser.need(need, `${part.label} is fired by ${box.label}`, COST.openNice, {
    part: part.id,
    lacks: () => whyNoLead(poser, need, `no output of ${box.label} is left for it`),
  });
  return need;
}

/** A camera by what its sheet says: it has a lens, or takes a picture. What says nothing may be one where nothing better is there. */
const isEye = (sheet: Sheet): boolean => sees(sheet) || sheet.functions.some((f) => !isOfBody(f));
const NO_EYE: CostPart = { why: 'its sheet tells of no camera', points: COST.otherScale };

/** The second operator's transmitter over the trainer lead, or its receiver in the socket. @source [practice] PPM */
function poseTrainer(poser: Poser): void {
  const talkers = poser.view.ends.filter(
    ({ cls, end }) =>
      (hasControls(cls.sheet) || hearsAir(cls.sheet)) && end.link.kind === 'ppm' && end.link.way === 'talk',
  );
  const listeners = poser.view.ends.filter(
    ({ cls, end }) => hasControls(cls.sheet) && end.link.kind === 'ppm' && end.link.way === 'listen',
  );
  if (poser.view.kept.some((c) => c.kind === 'ppm' && hasControls(c.listener.sheet))) return;
  poser.need('trainer', 'The camera operator is joined to the pilot', COST.openWish, {
    lacks: () => whyNoLead(poser, 'trainer', 'no two transmitters here have a trainer socket free'),
  });
  for (const talker of talkers)
    for (const listener of listeners)
      if (talker.cls.part.id !== listener.cls.part.id)
        addJoin(poser, talker, listener, { covers: ['trainer'], cost: [] });
}
