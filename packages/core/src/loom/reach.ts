import { antennaLinks, hasApps, hearsAir, type LinkKind } from '../parts/index.js';
import { oncePerRig, partsWithSheets, type Rig } from '../rig/index.js';
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
 * wires), and radios that carry it: a ground unit with an app to what hears it, one network radio to the other.
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
    if (NETWORK.has(kind)) both(...ends, 'lead', kind, [talker.link.id, listener.link.id]);
    else if (kind === 'radio' && carriesScreen(talker.sheet, listener.sheet)) both(...ends, 'air', kind, [null, null]);
  }
  for (const [a, b] of pairsOf(rig, isNetworkRadio)) both(a.part.id, b.part.id, 'air', 'ethernet', [null, null]);
  for (const [a, b] of pairsOf(rig, (sheet) => wireless(sheet) !== undefined))
    both(a.part.id, b.part.id, 'air', 'ethernet', [wireless(a.sheet)!, wireless(b.sheet)!]);
  return hops;
});

type Sheet = Conversation['talker']['sheet'];

/** A ground unit with a screen of its own, or a network plug for one, speaks to the air unit as a whole. */
const carriesScreen = (ground: Sheet, air: Sheet): boolean => onNetwork(ground) && onNetwork(air);
const onNetwork = (sheet: Sheet): boolean =>
  hasApps(sheet) || sheet.links.some((l) => l.kind === 'ethernet' || (l.kind === 'mavlink' && hearsAir(sheet)));

/** Ethernet through the air: nothing but a plug and an antenna. */
const isNetworkRadio = (sheet: Sheet): boolean =>
  antennaLinks(sheet).length > 0 &&
  !hearsAir(sheet) &&
  sheet.view === undefined &&
  sheet.links.some((l) => l.kind === 'ethernet');

/** The Ethernet link of a part that has no plug: a phone, a camera with a page of its own. */
const wireless = (sheet: Sheet): string | undefined =>
  sheet.links.find((l) => l.kind === 'ethernet' && Object.keys(l.pins).length === 0)?.id;

function pairsOf(rig: Rig, which: (sheet: Sheet) => boolean) {
  const all = partsWithSheets(rig).filter(({ sheet }) => which(sheet));
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
