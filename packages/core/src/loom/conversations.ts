import {
  carriesNetwork,
  flies,
  hasControls,
  hearsAir,
  isRadioModule,
  sees,
  speaksAir,
  type Link,
  type LinkKind,
  type PinAt,
  type Resource,
  type Sheet,
} from '../parts/index.js';
import { oncePerSlices, partsWithSheets, isSetOn, type Held, type Part, type PinRef, type Rig } from '../rig/index.js';
import { groupBy, isOneOf, isSameName } from '../units/index.js';
import { findNets, type Nets } from './nets.js';
import { isCrossedWhole, placesOf } from './network-pairs.js';
import { canSay, isSerial, keysOf, sameSpeed, speakAlike, speaksAlready, speechOf } from './serial-kinds.js';
import { toldOther } from './told-ports.js';

/** One end of a conversation: a link of a part. */
export interface LinkEnd {
  part: Part;
  sheet: Sheet;
  link: Link;
  /** False when the part's own switch has put this link out of use. */
  live: boolean;
}

/** What is wrong with a conversation. */
export type Trouble =
  | 'no ground'
  | 'talkers collide'
  | 'wrong type'
  | 'not crossed'
  | 'half joined'
  | 'port not set'
  | 'wrong speed'
  | 'not inverted'
  | 'too fast'
  | 'listens only'
  | 'pad held'
  | 'port told other';

/** Kinds whose lead brings its own return, or needs none. */
const OWN_RETURN: ReadonlySet<LinkKind> = new Set([
  'ethernet',
  'infra-red',
  'antenna',
  'radio',
  'hdmi',
  'usb',
  'ribbon',
]);
export const ownReturn = (kind: LinkKind): boolean => OWN_RETURN.has(kind);
/** Whether a lead of this kind wants a return of its own beside the signal. Light and Ethernet pairs have none. */
export const bringsGround = (kind: LinkKind): boolean =>
  kind !== 'infra-red' && kind !== 'ethernet' && kind !== 'radio';
/** Kinds on which both ends talk over the same wires. */
const SHARED: ReadonlySet<LinkKind> = new Set(['can', 'usb', 'ethernet']);
/** What a serial port of a controller is given to when a receiver's bus hangs on it. */
export const BUS_PROTOCOL = 'receiver bus';

/** A talker and one listener over the wiring. Sound when `troubles` is empty. */
export interface Conversation {
  kind: Link['kind'];
  talker: LinkEnd;
  listener: LinkEnd;
  troubles: Trouble[];
  /** The box that sends for the talker, where the talker's radio is one of its own. */
  via?: Part;
}

export const pinOf = (end: { part: Part }, at: PinAt): PinRef => ({ part: end.part.id, port: at.port, pin: at.pin });

/** Every link of every part; links that the part's setting puts out of use are marked not live. */
export function linkEnds(rig: Rig): LinkEnd[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.links.map((link) => ({
      part,
      sheet,
      link,
      live: isSetOn(sheet, part, link),
    })),
  );
}

/**
 * Who talks to whom over the wiring, sound or not. One-wire links meet on a shared net; serial pairs meet
 * where their two wires join, crossed or not; radio meets through the air, every transmitter to every receiver, and light every eye.
 */
export const findConversations = oncePerSlices(
  ['parts', 'cables', 'sheets', 'held'],
  (rig): readonly Conversation[] => {
    const nets = findNets(rig);
    const ends = linkEnds(rig);
    const byLead = [...oneWire(rig, ends, nets), ...busOnSerial(rig, ends, nets), ...serialPairs(rig, ends, nets)];
    return [...byLead, ...overAir(ends).map((c) => fromDesk(byLead, c)), ...byLight(ends)];
  },
);

function oneWire(rig: Rig, ends: LinkEnd[], nets: Nets): Conversation[] {
  const found: Conversation[] = [];
  const onWire = ends.filter((end) => end.link.pins.data);
  const byNet = groupBy(onWire, placesOf(nets, onWire));
  for (const [net, met] of byNet) {
    if (net === undefined) continue;
    const { talkers, listeners } = sidesOf(met);
    for (const talker of talkers) {
      for (const listener of chooseListeners(listeners, talker)) {
        const troubles: Trouble[] = [];
        if (collide(talkers, talker)) troubles.push('talkers collide');
        if (wantsReturn(talker, listener) && !sharesGround(nets, talker, listener)) troubles.push('no ground');
        if (!listener.live || listener.link.kind !== talker.link.kind || isOtherSpeed(talker, listener))
          troubles.push('wrong type');
        else
          troubles.push(
            ...resourceTroubles(rig, talker, listener),
            ...toldTroubles(rig, talker, listener),
            ...wireTroubles(nets, talker, listener),
          );
        found.push({ kind: talker.link.kind, talker, listener, troubles });
      }
    }
  }
  return found;
}

/** An aerial's shield is a wire of its lead where both sheets have a contact for it. */
const wantsReturn = (talker: LinkEnd, listener: LinkEnd): boolean =>
  OWN_RETURN.has(talker.link.kind)
    ? talker.link.kind === 'antenna' && hasReturn(talker) && hasReturn(listener)
    : !(isPair(talker) && isPair(listener)) && [talker, listener].every(hasGround);
/** What has no ground at all has none to share: a motor's winding, a speaker. */
const hasGround = ({ sheet }: LinkEnd): boolean => sheet.ports.some((p) => p.pins.some((pin) => pin.line === 'ground'));
/** Two wires that are each other's return, in a plug without a ground. @source [practice] a picture over a twisted pair */
export const isPair = (end: Pick<LinkEnd, 'sheet' | 'link'>): boolean =>
  (end.link.alsoPins?.length ?? 0) > 0 && !hasReturn(end);
const hasReturn = ({ sheet, link }: Pick<LinkEnd, 'sheet' | 'link'>): boolean =>
  !!sheet.ports.find((p) => p.id === link.pins.data?.port)?.pins.some((pin) => pin.line === 'ground');

/**
 * Who talks and who listens on one net. Any two plugs of a network meet, whatever their sheets call them: where both say the same,
 * what has a picture talks, then what hands the network on, then the first.
 */
function sidesOf(met: LinkEnd[]): { talkers: LinkEnd[]; listeners: LinkEnd[] } {
  const talkers = met.filter((end) => end.link.way !== 'listen' && end.live);
  const listeners = met.filter((end) => end.link.way !== 'talk');
  if ((talkers.length && listeners.length) || met.some((end) => end.link.kind !== 'ethernet'))
    return { talkers, listeners };
  const live = met.filter((end) => end.live);
  const talker = live.find((e) => sees(e.sheet)) ?? live.find((e) => carriesNetwork(e.sheet)) ?? live[0];
  return { talkers: talker ? [talker] : [], listeners: met.filter((end) => end !== talker) };
}

/** Two pins that drive one wire; a part that says two things over its one pin does not collide with itself. */
function collide(talkers: LinkEnd[], own: LinkEnd): boolean {
  return !SHARED.has(own.link.kind) && talkers.some((t) => t.part.id !== own.part.id || !sameData(t, own));
}

const sameData = (a: LinkEnd, b: LinkEnd): boolean =>
  a.link.pins.data?.port === b.link.pins.data?.port && a.link.pins.data?.pin === b.link.pins.data?.pin;

/** Two ends that nobody tells a speed, at different ones. */
export const isOtherSpeed = (a: LinkEnd, b: LinkEnd): boolean =>
  (a.link.kind === 'can' || (isSerial(a.link) && ![a, b].some(isToldPort))) && !sameSpeed(a, b);

/** A controller's port that is told what hangs on it, and at which speed. */
const isToldPort = (end: Pick<LinkEnd, 'sheet' | 'link'>): boolean => flies(end.sheet) && resourceOf(end) !== undefined;

/** The further pins of two links that belong together: of one name, else in the order of the sheets. What one has alone ends on nothing. */
export function furtherPairs(talker: LinkEnd, listener: LinkEnd): [PinAt, PinAt][] {
  const [own, other] = [talker.link.alsoPins ?? [], listener.link.alsoPins ?? []];
  const named = own.map((at) => other.find((b) => isSameName(labelAt(talker, at), labelAt(listener, b))));
  const isByName = new Set(named).size === own.length && named.every((b) => b !== undefined);
  return own.flatMap((at, i): [PinAt, PinAt][] => {
    const to = isByName ? named[i] : other[i];
    return to ? [[at, to]] : [];
  });
}

const labelAt = ({ sheet }: LinkEnd, { port, pin }: PinAt): string =>
  sheet.ports.find((p) => p.id === port)?.pins.find((p) => p.n === pin)?.label ?? '';

/** A conversation over several wires of which some are not there. */
function wireTroubles(nets: Nets, talker: LinkEnd, listener: LinkEnd): Trouble[] {
  const [from, to] = [talker.link.pins.data!, listener.link.pins.data!];
  const isWhole = [[from, to] as const, ...furtherPairs(talker, listener)].every(([a, b]) =>
    nets.joined(pinOf(talker, a), pinOf(listener, b)),
  );
  return isWhole || isCrossedWhole(nets, talker, listener) ? [] : ['half joined'];
}

/** What a bus or a key ladder asks of the controller resource at one of its ends. */
function resourceTroubles(rig: Rig, talker: LinkEnd, listener: LinkEnd): Trouble[] {
  if (listener.link.resource && listener.link.kind === 'sbus') return heldFor(rig, listener, BUS_PROTOCOL, talker);
  const resource = resourceOf(talker);
  if (talker.link.kind === 'pulse') return featuresOn(rig, talker, resource, listener).length ? ['pad held'] : [];
  if (talker.link.kind !== 'ladder') return [];
  const keys = keysOf(talker.link);
  const others = rig.held.filter(
    (h) => h.part === talker.part.id && h.resource === resource?.id && !isGivenTo(h, keys, listener),
  );
  if (others.length) return ['pad held'];
  // a pad that is sold as nothing else needs no telling
  const isTold = talker.link.params.protocol !== undefined || Boolean(resource?.heldWhenNew?.length);
  return isTold ? heldFor(rig, talker, keys, listener) : [];
}

/** A universal port must be told what hangs on it. */
const toldTroubles = (rig: Rig, a: LinkEnd, b: LinkEnd): Trouble[] =>
  toldOther(rig, a, b) || toldOther(rig, b, a) ? ['port told other'] : [];

/** What a pad that puts out pulses can be held by, and still does. @source [practice] a motor's output is for motors alone */
const OF_PULSES = /\b(servos?|pulses?|pwm|aux|channel|pan|tilt|gimbal)(?![a-z])/i;
const OF_MOTORS = /\b(motors?|throttle|esc)(?![a-z])/i;

const putsOutPulses = (feature: string, { part, sheet }: LinkEnd): boolean =>
  OF_PULSES.test(feature) ||
  [part.label, part.id].some((name) => isSameName(name, feature)) ||
  // what has no function of its own is moved by the controller's: a speed unit, a rudder
  (OF_MOTORS.test(feature) &&
    (!sheet.functions.length || sheet.functions.some(({ what }) => what === 'throttle' || what === 'drive')));

/** Features that a pad comes held by and that put out nothing a pulse listener could follow. */
export function otherThanPulses(resource: Resource | undefined, listener: LinkEnd): string[] {
  if (resource?.kind !== 'pad') return [];
  return resource.heldWhenNew?.filter((feature) => !putsOutPulses(feature, listener)) ?? [];
}

/** Those of them that still hold it. */
export function featuresOn(rig: Rig, { part }: LinkEnd, resource: Resource | undefined, listener: LinkEnd): Held[] {
  const features = otherThanPulses(resource, listener);
  return rig.held.filter((h) => h.part === part.id && h.resource === resource?.id && isOneOf(features, h.to));
}

function heldFor(rig: Rig, end: LinkEnd, protocol: string, other: LinkEnd): Trouble[] {
  const resource = resourceOf(end);
  if (!resource) return [];
  return rig.held.some((h) => h.part === end.part.id && h.resource === resource.id && isGivenTo(h, protocol, other))
    ? []
    : ['port not set'];
}

/** Whether a port or pad is given to what somebody speaks, or to whoever it is, as people write it. */
export function isGivenTo({ to }: Held, protocol: string | undefined, { part, link }: LinkEnd): boolean {
  const names = [protocol, link.params.protocol, link.kind, part.label, part.id];
  return to === protocol || names.some((name) => name && isSameName(name, to));
}

/** The controller's serial port or pad a link lives on. */
export function resourceOf({ sheet, link }: Pick<LinkEnd, 'sheet' | 'link'>): Resource | undefined {
  return sheet.resources.find((r) => r.id === (link.resource ?? link.id));
}

/**
 * A receiver's bus on the RX of a plain serial port: heard only through an inverter in the wire, since the bus is
 * upside down. Ports with an inverter have a bus link of their own.
 */
function busOnSerial(rig: Rig, ends: LinkEnd[], nets: Nets): Conversation[] {
  const turned = invertedNets(rig, nets);
  const talkers = ends.filter((e) => e.link.kind === 'sbus' && e.link.way === 'talk' && e.link.pins.data);
  const hearing = groupBy(
    ends.filter((e) => e.link.pins.hear && flies(e.sheet)),
    (e) => placeOf(e),
  );
  // one of all that a port can speak
  const pairs = [...hearing.values()].map((own) => own.find((e) => e.link.kind === 'device-serial') ?? own[0]!);
  return talkers.flatMap((talker) =>
    pairs
      .filter((pair) => nets.joined(pinOf(talker, talker.link.pins.data!), pinOf(pair, pair.link.pins.hear!)))
      .filter((pair) => !pair.sheet.links.some((l) => l.kind === 'sbus' && l.resource === resourceOf(pair)?.id))
      .map((listener): Conversation => {
        const troubles: Trouble[] = [];
        if (!turned.has(nets.netOf(pinOf(talker, talker.link.pins.data!))!)) troubles.push('not inverted');
        if (!sharesGround(nets, talker, listener)) troubles.push('no ground');
        troubles.push(...heldFor(rig, listener, BUS_PROTOCOL, talker));
        return { kind: 'sbus', talker, listener, troubles };
      }),
  );
}

function invertedNets(rig: Rig, nets: Nets): Set<number> {
  const wires = rig.cables.flatMap((c) => c.wires).filter((w) => w.inline?.kind === 'inverter');
  return new Set(wires.map((w) => nets.netOf(w.from)!));
}

/** One link a pin: the live one that fits, else the one of the talker's kind that is switched off, else the live one. */
function chooseListeners(listeners: LinkEnd[], talker: LinkEnd): LinkEnd[] {
  const byPin = groupBy(
    listeners.filter((end) => end.part.id !== talker.part.id),
    placeOf,
  );
  return [...byPin.values()].map(
    (own) =>
      own.find((end) => end.live && end.link.kind === talker.link.kind) ??
      own.find((end) => end.link.kind === talker.link.kind) ??
      own.find((end) => end.live) ??
      own[0]!,
  );
}

/** Pairs, by the nets they touch, so that only links that meet are compared. */
function serialPairs(rig: Rig, ends: LinkEnd[], nets: Nets): Conversation[] {
  const pairs = ends.filter((end) => isSerial(end.link));
  const netsOf = ({ link: { pins }, ...end }: LinkEnd): (number | undefined)[] =>
    [pins.send, pins.hear].map((at) => at && nets.netOf(pinOf(end, at)));
  const wired = pairs.map((end) => ({ end, at: netsOf(end) })).filter(({ at }) => at.some((n) => n !== undefined));
  const driven = drivenNets(ends, nets);
  const found: Conversation[] = [];
  for (const {
    end: a,
    at: [aSend, aHear],
  } of wired) {
    for (const {
      end: b,
      at: [bSend, bHear],
    } of wired) {
      if (a.part.id === b.part.id) continue;
      const aSends = meet(aSend, bHear);
      const aHears = meet(aHear, bSend);
      // what only sends is told nothing
      if (!canSay(a.link, b.link) && canSay(b.link, a.link)) continue;
      // two that hear one talker, as a bus on a Y, are no pair
      const straight = meet(aSend, bSend) || (meet(aHear, bHear) && !driven.has(aHear));
      if (!aSends && !aHears && !straight) continue;
      const device = flies(a.sheet) ? b : a;
      const troubles: Trouble[] = [];
      if (straight) troubles.push('not crossed');
      else if (!(aSends && aHears) && device.link.way === 'both' && canSay(a.link, b.link) && canSay(b.link, a.link))
        troubles.push('half joined');
      if (!sharesGround(nets, a, b)) troubles.push('no ground');
      if (!a.live || !b.live || !speakAlike(a.link, b.link) || isOtherSpeed(a, b)) troubles.push('wrong type');
      troubles.push(...portTroubles(rig, a, b), ...toldTroubles(rig, a, b));
      found.push({ kind: device.link.kind, talker: a, listener: b, troubles });
    }
  }
  return [...groupBy(found, ({ talker, listener }) => `${placeOf(talker)} ${placeOf(listener)}`).values()].map(meant);
}

/** Nets on which somebody talks. */
const drivenNets = (ends: readonly LinkEnd[], nets: Nets): ReadonlySet<number | undefined> =>
  new Set(
    ends
      .filter((end) => end.link.way !== 'listen' && end.live)
      .flatMap((end) =>
        [end.link.pins.data, end.link.pins.send].flatMap((at) => (at ? [nets.netOf(pinOf(end, at))] : [])),
      ),
  );

/** A plug that can speak in several ways speaks as the other end does. */
const meant = ([first, ...others]: readonly Conversation[]): Conversation =>
  others.reduce((best, c) => (nearness(c) > nearness(best) ? c : best), first!);

/** The same kind comes first, then a port that speaks what it is told, then whatever is there. */
const nearness = ({ talker: { link: a }, listener: { link: b } }: Conversation): number =>
  Number(speakAlike(a, b)) * (a.kind === b.kind ? 2 : 1);

/** The part and the pins of a serial link. */
const placeOf = ({ part, link: { pins } }: LinkEnd): string =>
  [part.id, ...[pins.data, pins.send, pins.hear].map((at) => (at ? `${at.port}.${at.pin}` : '-'))].join(' ');

const meet = (a: number | undefined, b: number | undefined): boolean => a !== undefined && a === b;

/** A controller's port must be given to the device's protocol, at its speed, be fast enough and speak both ways. */
function portTroubles(rig: Rig, a: LinkEnd, b: LinkEnd): Trouble[] {
  const [controller, device] = flies(a.sheet) ? [a, b] : [b, a];
  const wanted = device.link.params;
  if (!flies(controller.sheet)) return [];
  const troubles: Trouble[] = [];
  const resource = resourceOf(controller);
  if (resource?.receiveOnly && device.link.way !== 'talk') troubles.push('listens only');
  if (resource?.highestBaud && wanted.baud && wanted.baud > resource.highestBaud) troubles.push('too fast');
  const speech = speechOf(device.link);
  // a port that nobody can tell anything speaks as its sheet says
  if (!resource || speech === undefined || !speakAlike(controller.link, device.link)) return troubles;
  const held = rig.held.filter((h) => h.part === controller.part.id && h.resource === resource.id);
  const given = held.find((h) => isGivenTo(h, speech, device));
  const already = speaksAlready(controller, device.link);
  if (!given && (!already || held.length)) return [...troubles, 'port not set'];
  const baud = given?.baud ?? (already ? controller.link.params.baud : undefined);
  if (baud !== undefined && wanted.baud !== undefined && baud !== wanted.baud) troubles.push('wrong speed');
  return troubles;
}

function overAir(ends: LinkEnd[]): Conversation[] {
  const radio = ends.filter((end) => end.link.kind === 'radio');
  const listeners = radio.filter((end) => end.link.way === 'listen' && hearsAir(end.sheet));
  return radio
    .filter((end) => end.link.way === 'talk' && speaksAir(end.sheet))
    .flatMap((talker) => listeners.map((listener) => ({ kind: 'radio' as const, talker, listener, troubles: [] })));
}

/** What the radio of a set sends are the controls of the desk that tells it by a lead. */
function fromDesk(byLead: readonly Conversation[], air: Conversation): Conversation {
  if (!isRadioModule(air.talker.sheet)) return air;
  const told = byLead.find((c) => c.listener.part.id === air.talker.part.id && hasControls(c.talker.sheet));
  if (!told) return air;
  const { part, sheet, live } = told.talker;
  return {
    ...air,
    talker: { part, sheet, link: air.talker.link, live },
    troubles: told.troubles,
    via: air.talker.part,
  };
}

/** A light and an eye, of which one has no plug for a lead between them: whoever fits them puts the one before the other. */
function byLight(ends: readonly LinkEnd[]): Conversation[] {
  const light = ends.filter((end) => end.link.kind === 'infra-red' && end.live);
  const eyes = light.filter((end) => end.link.way !== 'talk');
  return light
    .filter((end) => end.link.way !== 'listen')
    .flatMap((talker) =>
      eyes
        .filter((eye) => eye.part.id !== talker.part.id && !(eye.link.pins.data && talker.link.pins.data))
        .map((listener) => ({ kind: 'infra-red' as const, talker, listener, troubles: [] })),
    );
}

function sharesGround(nets: Nets, a: LinkEnd, b: LinkEnd): boolean {
  const ground = nets.groundOf(a.part.id);
  return ground !== undefined && ground === nets.groundOf(b.part.id);
}

type ByPart = ReadonlyMap<string, readonly Conversation[]>;
const NONE: readonly Conversation[] = [];

/** An index of a list of conversations, kept as long as the list is. */
function indexed(
  partOf: (c: Conversation) => string,
): (all: readonly Conversation[], part: string) => readonly Conversation[] {
  const held = new WeakMap<readonly Conversation[], ByPart>();
  return (all, part) => {
    let index = held.get(all);
    if (!index) held.set(all, (index = groupBy(all, partOf)));
    return index.get(part) ?? NONE;
  };
}

/** What a part says, of a list of conversations. */
export const saidBy = indexed((c) => c.talker.part.id);
/** What a part hears, of a list of conversations. */
export const heardBy = indexed((c) => c.listener.part.id);
