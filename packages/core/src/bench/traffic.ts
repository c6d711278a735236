/** What comes in at every port that listens for orders, as a probe on its pin and the part behind it have it. */
import { TELLS } from '../channels/index.js';
import { findConversations, findNets, heardBy, pinOf, type Conversation } from '../loom/index.js';
import { flies, type Link, type LinkKind, type PinAt, type Sheet } from '../parts/index.js';
import { oncePerRig, partsWithSheets, pinKey, slotCarried, wiresAt, type Part, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import type { Bench, BenchPart } from './compile.js';
import { isAwakeAt } from './run.js';
import type { BenchState } from './state.js';

/** A listening port at a moment. */
export interface PortTraffic {
  /** Its pin, as wires name it: `part.port.pin`. */
  id: string;
  part: string;
  /** Label of the part, and of its port. */
  label: string;
  port: string;
  /** Kind of what comes, or of what it waits for. */
  kind: LinkKind;
  /** Label of the part at the other end of the wire; null where no talker hangs on it. */
  from: string | null;
  /** Bytes or pulses come and are read; come and are not; or nothing comes. */
  comes: 'read' | 'unread' | 'nothing';
  /** Frames or pulses a second; null where they come only as there is something to say. */
  perS: number | null;
  /** Width of the last pulse, µs; null for anything else. */
  us: number | null;
  /** Why it is not read, or why nothing comes; empty otherwise. */
  why: string;
}

/** A listening pin with whoever may be heard on it. */
interface Ear {
  own: BenchPart;
  id: string;
  port: string;
  kind: LinkKind;
  talkers: readonly Mouth[];
}

/** A talker on the same wire, and what is wrong between the two: null for what the listener does not even know. */
interface Mouth {
  own: BenchPart;
  link: Link;
  /** What is spoken between the two; of a talker that is not known there, what it speaks. */
  kind: LinkKind;
  troubles: Conversation['troubles'] | null;
}

const EARS = new WeakMap<Bench, readonly Ear[]>();

/** Every wired port that listens for orders, in the order of the parts. */
export function portTraffic(bench: Bench, state: BenchState): PortTraffic[] {
  let ears = EARS.get(bench);
  if (!ears) EARS.set(bench, (ears = earsOf(bench)));
  return ears.map((ear) => trafficAt(ear, state));
}

function trafficAt({ own, id, port, kind, talkers }: Ear, state: BenchState): PortTraffic {
  const at = { id, part: own.part.id, label: own.part.label, port };
  const loud = talkers.find((t) => says(t, state));
  if (!loud) {
    const [mute] = talkers;
    const does = mute && isAwakeAt(state, mute.own.index) ? 'says nothing' : 'is off';
    const why = mute ? `${mute.own.part.label} ${does}` : 'no talker';
    return { ...at, kind: mute?.kind ?? kind, from: mute?.own.part.label ?? null, comes: 'nothing', perS: null, us: null, why };
  }
  const why = !isAwakeAt(state, own.index) ? 'the part is off' : (loud.troubles?.join(', ') ?? 'not of its kind');
  return {
    ...{ ...at, kind: loud.kind, from: loud.own.part.label },
    comes: why ? 'unread' : 'read',
    ...{ perS: rateOf(loud), us: pulseOf(loud, state), why },
  };
}

/** Whether a talker puts anything on its wire now. */
function says(mouth: Mouth, state: BenchState): boolean {
  const { own, link } = mouth;
  if (!isAwakeAt(state, own.index)) return false;
  const { receives, does } = state.parts[own.index]!;
  if (receives) {
    if (link.kind === 'pulse') return pulseOf(mouth, state) !== null;
    return link.kind === 'mavlink' || receives.bus.length > 0;
  }
  if (!flies(own.sheet) || link.kind === 'mavlink') return true;
  // a controller hands on what it has heard
  return does !== null && (does.counts.some((c) => c.length) || does.us.some((us) => !Number.isNaN(us)));
}

/** Width on a receiver's pin, µs; null for any other talker, or while the pin is silent. */
function pulseOf({ own, link }: Mouth, { parts }: BenchState): number | null {
  const heard = parts[own.index]!.receives;
  if (link.kind !== 'pulse' || !heard) return null;
  const slot = slotCarried(own.sheet, own.part, link);
  const us = slot === null ? undefined : heard.pulses[slot - 1];
  return us === undefined || Number.isNaN(us) ? null : us;
}

function rateOf({ own, link }: Mouth): number | null {
  const periodMs = own.lines.find((l) => l.link === link.id)?.periodMs ?? link.params.periodMs;
  return periodMs === undefined ? null : 1000 / periodMs;
}

/** A pin on which a part listens for orders, with everything that it may understand there. */
interface ListeningPin {
  id: string;
  part: Part;
  /** Label of its port, and of its pin where several of the port listen. */
  port: string;
  at: PinAt;
  links: readonly Link[];
}

/** Every wired pin on which somebody listens for orders, in the order of the parts. */
const listeningPins = oncePerRig((rig: Rig): readonly ListeningPin[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) => {
    const pins = [...groupBy(sheet.links.filter(listens), (l) => pinText(inPin(l)!)).values()];
    const isOneOf = ({ port }: PinAt): boolean => pins.filter(([l]) => inPin(l!)!.port === port).length > 1;
    return pins.flatMap((links) => {
      const at = inPin(links[0]!)!;
      const pin = pinOf({ part }, at);
      if (!wiresAt(rig, pin).length) return [];
      return [{ id: pinKey(pin), part, port: placeText(sheet, at, isOneOf(at)), at, links }];
    });
  }),
);

/** A port by its label; one of several pins of it that listen by that of the pin too. */
function placeText({ ports }: Sheet, { port: id, pin: n }: PinAt, withPin: boolean): string {
  const port = ports.find((p) => p.id === id);
  if (!port) return id;
  return withPin ? `${port.label} ${port.pins.find((p) => p.n === n)?.label ?? n}` : port.label;
}

/** What each of the ports that a rig has wired says, of a bench that may lack some of its leads. */
export function trafficAsDrawn(drawn: Rig, seen: readonly PortTraffic[]): PortTraffic[] {
  const byId = new Map(seen.map((p) => [p.id, p]));
  const rows = listeningPins(drawn).map(({ id, part, port, links }): PortTraffic => {
    const nothing = { from: null, comes: 'nothing' as const, perS: null, us: null, why: 'no wire on it' };
    return byId.get(id) ?? { id, part: part.id, label: part.label, port, kind: links[0]!.kind, ...nothing };
  });
  const drawnIds = new Set(rows.map((p) => p.id));
  return [...rows, ...seen.filter((p) => !drawnIds.has(p.id))];
}

function earsOf(bench: Bench): Ear[] {
  const mouths = mouthsByNet(bench);
  const conversations = findConversations(bench.rig);
  const nets = findNets(bench.rig);
  const ownOf = new Map(bench.parts.map((p) => [p.part.id, p]));
  return listeningPins(bench.rig).map(({ id, part, port, at, links }): Ear => {
    const own = ownOf.get(part.id)!;
    const near = (mouths.get(nets.netOf(pinOf({ part }, at))) ?? []).filter((m) => m.own !== own);
    const heard = heardBy(conversations, part.id).filter((c) => links.includes(c.listener.link));
    const talkers = near.map(({ own: other, link }): Mouth => {
      const between = heard.filter((c) => c.talker.part.id === other.part.id && c.talker.link === link);
      const best = between.find((c) => !c.troubles.length) ?? between[0];
      return { own: other, link, kind: best?.kind ?? link.kind, troubles: best?.troubles ?? null };
    });
    // whoever is understood is asked first
    talkers.sort((a, b) => (a.troubles?.length ?? Infinity) - (b.troubles?.length ?? Infinity) || 0);
    return { own, id, port, kind: links[0]!.kind, talkers };
  });
}

function mouthsByNet({ rig, parts }: Bench): Map<number | undefined, Pick<Mouth, 'own' | 'link'>[]> {
  const nets = findNets(rig);
  const mouths = parts.flatMap((own) =>
    own.sheet.links.filter((l) => TELLS.has(l.kind) && outPin(l)).map((link) => ({ own, link })),
  );
  const byNet = groupBy(mouths, ({ own, link }) => nets.netOf(pinOf(own, outPin(link)!)));
  byNet.delete(undefined);
  return byNet;
}

const inPin = ({ way, pins }: Link): PinAt | undefined => (way === 'talk' ? undefined : (pins.hear ?? pins.data));
const outPin = ({ way, pins }: Link): PinAt | undefined => (way === 'listen' ? undefined : (pins.send ?? pins.data));
const listens = (link: Link): boolean => TELLS.has(link.kind) && inPin(link) !== undefined;
const pinText = ({ port, pin }: PinAt): string => `${port}.${pin}`;
