import type { Link, PinAt, Sheet } from '../parts/index.js';
import { partsWithSheets, settingOf, type Part, type PinRef, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { findNets, type Nets } from './nets.js';

/** One end of a conversation: a link of a part. */
export interface LinkEnd {
  part: Part;
  sheet: Sheet;
  link: Link;
  /** False when the part's own switch has put this link out of use. */
  live: boolean;
}

export type Trouble =
  'no ground' | 'talkers collide' | 'wrong type' | 'not crossed' | 'half joined' | 'port not set' | 'wrong speed';

/** A talker and one listener over the wiring. Sound when `troubles` is empty. */
export interface Conversation {
  kind: Link['kind'];
  talker: LinkEnd;
  listener: LinkEnd;
  troubles: Trouble[];
}

export const pinOf = (end: { part: Part }, at: PinAt): PinRef => ({ part: end.part.id, port: at.port, pin: at.pin });

/** Every link of every part; links that the part's setting puts out of use are marked not live. */
export function linkEnds(rig: Rig): LinkEnd[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.links.map((link) => ({
      part,
      sheet,
      link,
      live: !link.when || settingOf(sheet, part, link.when.setting) === link.when.value,
    })),
  );
}

/**
 * Who talks to whom over the wiring, sound or not. One-wire links meet on a shared net; serial pairs meet
 * where their two wires join, crossed or not; radio meets through the air, every transmitter to every receiver.
 */
export function findConversations(rig: Rig, nets: Nets = findNets(rig)): Conversation[] {
  const ends = linkEnds(rig);
  return [...oneWire(ends, nets), ...serialPairs(rig, ends, nets), ...overAir(ends)];
}

function oneWire(ends: LinkEnd[], nets: Nets): Conversation[] {
  const found: Conversation[] = [];
  const onWire = ends.filter((end) => end.link.pins.data);
  const byNet = groupBy(onWire, (end) => nets.netOf(pinOf(end, end.link.pins.data!)));
  for (const [net, met] of byNet) {
    if (net === undefined) continue;
    const talkers = met.filter((end) => end.link.way !== 'listen' && end.live);
    const listeners = met.filter((end) => end.link.way !== 'talk');
    for (const talker of talkers) {
      for (const listener of chooseListeners(listeners, talker)) {
        const troubles: Trouble[] = [];
        if (talkers.length > 1) troubles.push('talkers collide');
        if (!sharesGround(nets, talker, listener)) troubles.push('no ground');
        if (!listener.live || listener.link.kind !== talker.link.kind) troubles.push('wrong type');
        found.push({ kind: talker.link.kind, talker, listener, troubles });
      }
    }
  }
  return found;
}

/** One link a part: the live one that fits, else the one of the talker's kind that is switched off, else the live one. */
function chooseListeners(listeners: LinkEnd[], talker: LinkEnd): LinkEnd[] {
  const byPart = groupBy(
    listeners.filter((end) => end.part.id !== talker.part.id),
    (end) => end.part.id,
  );
  return [...byPart.values()].map(
    (own) =>
      own.find((end) => end.live && end.link.kind === talker.link.kind) ??
      own.find((end) => end.link.kind === talker.link.kind) ??
      own.find((end) => end.live) ??
      own[0]!,
  );
}

function serialPairs(rig: Rig, ends: LinkEnd[], nets: Nets): Conversation[] {
  const pairs = ends.filter((end) => end.link.pins.send && end.link.pins.hear);
  const found: Conversation[] = [];
  for (const a of pairs) {
    for (const b of pairs) {
      if (a.part.id === b.part.id) continue;
      const aSends = nets.joined(pinOf(a, a.link.pins.send!), pinOf(b, b.link.pins.hear!));
      const aHears = nets.joined(pinOf(a, a.link.pins.hear!), pinOf(b, b.link.pins.send!));
      const straight =
        nets.joined(pinOf(a, a.link.pins.send!), pinOf(b, b.link.pins.send!)) ||
        nets.joined(pinOf(a, a.link.pins.hear!), pinOf(b, b.link.pins.hear!));
      if (!aSends && !aHears && !straight) continue;
      const troubles: Trouble[] = [];
      if (straight) troubles.push('not crossed');
      else if (!aSends || !aHears) troubles.push('half joined');
      if (!sharesGround(nets, a, b)) troubles.push('no ground');
      troubles.push(...portTroubles(rig, a, b));
      found.push({ kind: a.link.kind, talker: a, listener: b, troubles });
    }
  }
  return found;
}

/** A controller's port must be given to the device's protocol, at its speed. */
function portTroubles(rig: Rig, a: LinkEnd, b: LinkEnd): Trouble[] {
  const [controller, device] = a.sheet.role === 'controller' ? [a, b] : [b, a];
  const wanted = device.link.params;
  if (controller.sheet.role !== 'controller' || !wanted.protocol) return [];
  const held = rig.held.filter((h) => h.part === controller.part.id && h.resource === controller.link.id);
  const given = held.find((h) => h.to === wanted.protocol);
  if (!given) return ['port not set'];
  return given.baud !== undefined && wanted.baud !== undefined && given.baud !== wanted.baud ? ['wrong speed'] : [];
}

function overAir(ends: LinkEnd[]): Conversation[] {
  const radio = ends.filter((end) => end.link.kind === 'radio');
  const listeners = radio.filter((end) => end.link.way === 'listen');
  return radio
    .filter((end) => end.link.way === 'talk')
    .flatMap((talker) => listeners.map((listener) => ({ kind: 'radio' as const, talker, listener, troubles: [] })));
}

function sharesGround(nets: Nets, a: LinkEnd, b: LinkEnd): boolean {
  const ground = nets.groundOf(a.part.id);
  return ground !== undefined && ground === nets.groundOf(b.part.id);
}
