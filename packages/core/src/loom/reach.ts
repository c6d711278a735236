import {
  bridgesBytes,
  carriesDataByAir,
  hasApps,
  hasControls,
  hearsAir,
  isScreenRadio,
  type LinkKind,
} from '../parts/index.js';
import { oncePerRig, partsThat, type Rig } from '../rig/index.js';
import { findConversations, type Conversation } from './conversations.js';

/** One way on from a part over which something asked on a screen travels. */
export interface Hop {
  to: string;
  /** Through a lead, or through the air. */
  by: 'lead' | 'air';
  kind: LinkKind;
  /** Link of the part it leaves by; null for a radio that carries the network as a whole. */
  link: string | null;
}

/** Kinds over which what an app asks travels. */
const NETWORK: ReadonlySet<LinkKind> = new Set(['ethernet', 'mavlink', 'usb']);

/**
 * Where the network of a rig leads from each part: leads that are sound, parts whose Ethernet has no plug (they meet without
 * wires), and radios that carry it: a ground unit with an app to what hears it, one data radio to the other or to a screen with its modem.
 */
export const networkHops = oncePerRig((rig): ReadonlyMap<string, readonly Hop[]> => {
  const hops = new Map<string, Hop[]>();
  const add = (from: string, hop: Hop): void => void hops.set(from, [...(hops.get(from) ?? []), hop]);
  const both = (a: string, b: string, by: Hop['by'], kind: LinkKind, links: [string | null, string | null]): void => {
    add(a, { to: b, by, kind, link: links[0] });
    add(b, { to: a, by, kind, link: links[1] });
  };
  for (const { talker, listener, kind, troubles } of findConversations(rig)) {
    if (troubles.length) continue;
    const ends: [string, string] = [talker.part.id, listener.part.id];
    const isBridged = kind === 'device-serial' && [talker, listener].some((end) => bridgesBytes(end.sheet));
    if (NETWORK.has(kind) || isBridged) both(...ends, 'lead', kind, [talker.link.id, listener.link.id]);
    else if (kind === 'radio' && carriesScreen(talker.sheet, listener.sheet)) both(...ends, 'air', kind, [null, null]);
  }
  const ends = partsThat(rig, (sheet) => carriesDataByAir(sheet) || hasModem(sheet));
  const telemetry = ends.some(({ sheet }) => brings(sheet, 'network') === 'telemetry');
  const meets = meetByAir(telemetry ? 'telemetry' : 'network');
  for (const [a, b] of pairsAmong(ends))
    if (meets(a.sheet, b.sheet)) both(a.part.id, b.part.id, 'air', 'ethernet', [null, null]);
  for (const [a, b] of pairsAmong(partsThat(rig, (sheet) => wireless(sheet) !== undefined)))
    both(a.part.id, b.part.id, 'air', 'ethernet', [wireless(a.sheet)!, wireless(b.sheet)!]);
  for (const { part, sheet } of partsThat(rig, (own) => screenRadio(own) !== undefined))
    for (const screen of partsThat(rig, reachesRadios))
      both(part.id, screen.part.id, 'air', 'radio', [screenRadio(sheet)!, null]);
  return hops;
});

/** The radio of a part by which a phone asks it: whatever screen is near meets it. */
const screenRadio = (sheet: Sheet): string | undefined => sheet.links.find((l) => isScreenRadio(sheet, l))?.id;
const reachesRadios = (sheet: Sheet): boolean =>
  hasApps(sheet) && (wireless(sheet) !== undefined || sheet.links.some((l) => l.kind === 'radio'));

type Sheet = Conversation['talker']['sheet'];

/** A ground unit with a screen of its own, or a network plug for one, speaks to the air unit as a whole. */
const carriesScreen = (ground: Sheet, air: Sheet): boolean => onNetwork(ground) && onNetwork(air);
const onNetwork = (sheet: Sheet): boolean =>
  hasApps(sheet) || sheet.links.some((l) => l.kind === 'ethernet' || (l.kind === 'mavlink' && hearsAir(sheet)));

/** A screen that reaches such a link without a lead to its ground end: the modem is in it. */
const hasModem = (sheet: Sheet): boolean =>
  hasApps(sheet) && !hasControls(sheet) && sheet.links.some((l) => l.kind === 'radio');

/** The two ends of a link that carries data by air, or one and a screen with a modem in it. */
const meetByAir =
  (byUsb: Brings) =>
  (a: Sheet, b: Sheet): boolean =>
    (carriesDataByAir(a) || carriesDataByAir(b)) && brings(a, byUsb) === brings(b, byUsb);

type Brings = 'network' | 'telemetry';

/** What an end brings; one that has neither plug, and hands it on by USB or not at all, brings what is given. */
function brings({ links }: Sheet, byUsb: Brings): Brings {
  const has = (...kinds: LinkKind[]): boolean => links.some((l) => kinds.includes(l.kind));
  if (has('ethernet')) return 'network';
  return has('mavlink', 'device-serial') ? 'telemetry' : byUsb;
}

/** The Ethernet link of a part that has no plug: a phone, a camera with a page of its own. */
const wireless = (sheet: Sheet): string | undefined =>
  sheet.links.find((l) => l.kind === 'ethernet' && Object.keys(l.pins).length === 0)?.id;

function pairsAmong<T>(all: readonly T[]): (readonly [T, T])[] {
  return all.flatMap((a, i) => all.slice(i + 1).map((b) => [a, b] as const));
}

/** Parts from one part to the first that serves, with the hops between; null where none is reached. `over`: links it may leave by. */
export function wayTo(
  hops: ReadonlyMap<string, readonly Hop[]>,
  from: string,
  over: readonly string[],
  serves: (part: string) => boolean,
): Hop[] | null {
  const seen = new Set([from]);
  let edge: Hop[][] = (hops.get(from) ?? []).filter((h) => h.link !== null && over.includes(h.link)).map((h) => [h]);
  if (serves(from)) return [];
  while (edge.length) {
    const next: Hop[][] = [];
    for (const way of edge) {
      const { to } = way.at(-1)!;
      if (seen.has(to)) continue;
      seen.add(to);
      if (serves(to)) return way;
      for (const hop of hops.get(to) ?? []) next.push([...way, hop]);
    }
    edge = next;
  }
  return null;
}

/** Parts that leads join, by a name of their own. */
const joinedByLeads = oncePerRig((rig): ReadonlyMap<string, number> => {
  const group = new Map(rig.parts.map((p, i) => [p.id, i]));
  for (const { from, to } of rig.cables.flatMap((c) => c.wires)) {
    const [one, other] = [group.get(from.part), group.get(to.part)];
    if (one === undefined || other === undefined || one === other) continue;
    for (const [id, own] of group) if (own === other) group.set(id, one);
  }
  return group;
});

/**
 * No lead joins what hangs together with the one to what hangs together with the other, and a network or telemetry goes from these to
 * those through the air: they are the two ends of a link, whatever their sheets say.
 */
export function areEndsOfAir(rig: Rig, a: string, b: string): boolean {
  const group = joinedByLeads(rig);
  const [one, other] = [group.get(a), group.get(b)];
  if (one === other) return false;
  return [...networkHops(rig)].some(
    ([from, hops]) => group.get(from) === one && hops.some((hop) => hop.by === 'air' && group.get(hop.to) === other),
  );
}
