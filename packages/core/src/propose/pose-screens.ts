import {
  LINK_WORDS,
  bridgesBytes,
  carriesNetwork,
  isNetworkPlug,
  reachesAir,
  screenWays,
  sees,
  type LinkKind,
  type PartFunction,
  type Sheet,
} from '../parts/index.js';
import { areApart, networkHops, speakAlike } from '../loom/index.js';
import type { Part, Wish } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import { laterWay, NOT_AS_NAMED, namesWhatOnlyChannelsGive } from './pose-wishes.js';
import type { Poser } from './poser.js';
import { whyNoLead } from './why-unmet.js';

/** Kinds over which what a screen asks comes to a part. */
const NETWORK: ReadonlySet<LinkKind> = new Set(['ethernet', 'mavlink', 'usb']);

/** Need of one link to be on the network, where what asks it reaches. */
export const netNeed = (part: string, link: string): string => `net ${part}.${link}`;

/**
 * Wishes that an app on the bench can ask for: the part joins the network where the app reaches, by the lead that brings its
 * picture where there is one; so does the part with the app. Comes before the pictures, whose leads then cover both.
 */
export function poseScreens(poser: Poser): void {
  const { parts, rig } = poser.view;
  for (const wish of rig.wishes)
    for (const { part, sheet } of parts) {
      if (wish.part !== undefined && wish.part !== part.id) continue;
      for (const fn of sheet.functions.filter((f) => f.what === wish.what)) poseScreen(poser, wish, part, sheet, fn);
    }
}

/** What a screen shows that comes by a network. */
const SHOWN: ReadonlySet<string> = new Set(['rtsp', 'udp']);
export const showsNetwork = ({ apps = [] }: Sheet): boolean => apps.some((a) => a.shows.some((s) => SHOWN.has(s.kind)));

/**
 * A screen that shows what lenses send over a network is joined to the network where it stands, on the ground or on board, whether or not
 * anything is asked from it.
 */
export function poseWatchers(poser: Poser): void {
  const { parts, base } = poser.view;
  if (!parts.some(({ sheet }) => sheet.streams?.some((s) => SHOWN.has(s.kind)))) return;
  const hops = networkHops(base);
  for (const { part, sheet } of parts) {
    const plug = sheet.links.find((l) => isNetworkPlug(l));
    if (
      !showsNetwork(sheet) ||
      !plug ||
      sees(sheet) ||
      hops.get(part.id)?.length ||
      poser.has(netNeed(part.id, plug.id))
    )
      continue;
    poseNet(poser, part.id, plug, COST.openNice);
  }
}

function poseScreen(poser: Poser, wish: Wish, part: Part, sheet: Sheet, fn: PartFunction): void {
  const need = `wish ${wish.id}`;
  const over = new Set(screenWays(fn).flatMap((way) => way.over));
  if (!over.size) return;
  const apps = poser.view.parts.filter((p) => p.sheet.apps?.some((a) => a.steers.includes(fn.what)));
  if (!apps.length) {
    poser.refuse([need], () => `no app here steers ${fn.label.toLowerCase()} of ${part.label}`);
    return;
  }
  const reached = new Map(
    [...over].map((id) => [
      id,
      couldReach(
        poser,
        part.id,
        sheet.links.find((l) => l.id === id)!,
      ),
    ]),
  );
  for (const app of apps)
    for (const id of over) {
      const link = sheet.links.find((l) => l.id === id)!;
      const own = app.part.id === part.id;
      if (!own && !reached.get(id)!.has(app.part.id)) {
        poser.refuse(
          [need],
          () => `nothing here brings ${LINK_WORDS[link.kind]} of ${part.label} to ${app.part.label}`,
        );
        continue;
      }
      const wakes = own ? [] : [...netWakes(poser, part.id, link), ...appWakes(poser, app, link)];
      poser.option(
        {
          id: `${need} by ${part.id}.${fn.id} from ${app.part.id} over ${id}`,
          covers: [need],
          takes: [{ pool: poser.pool(`fn ${part.id}.${fn.id}`, 1), amount: 1 }],
          wakes,
        },
        { do: 'tell', wish: wish.id, part: part.id, fn: fn.id, link: id },
        [
          { why: 'asked from a screen', points: COST.onScreen },
          ...(namesWhatOnlyChannelsGive(wish) ? [NOT_AS_NAMED] : laterWay(fn, ['screen'])),
        ],
        `${part.label} from ${app.part.label} over ${LINK_WORDS[link.kind]}`,
      );
    }
}

/** Parts that what a link says may come to: by leads that could be made between like places, by radios, through what is no camera. */
function couldReach(poser: Poser, from: string, link: Sheet['links'][number]): ReadonlySet<string> {
  const { base, ends, parts } = poser.view;
  const hops = networkHops(base);
  const sheets = new Map(parts.map((p) => [p.part.id, p.sheet]));
  const reached = new Set([from]);
  const join = (id: string, isOwn: (end: ClassEnd) => boolean): void => {
    for (const own of ends.filter((e) => isMember(e, id) && isOwn(e)))
      for (const other of ends)
        if ((meets(own, other) || meets(other, own)) && mayJoin(poser, own, other))
          for (const unit of other.cls.members) reached.add(unit.part.id);
  };
  for (const id of reached) {
    const first = id === from;
    if (!first && sees(sheets.get(id)!)) continue;
    join(id, (end) => !first || end.end.link.id === link.id);
    for (const hop of hops.get(id) ?? []) if (!first || hop.link === link.id) reached.add(hop.to);
  }
  return reached;
}

const isMember = ({ cls }: ClassEnd, part: string): boolean => cls.members.some((u) => u.part.id === part);

/** No lead runs from the ground to what is in the air. */
const mayJoin = ({ view }: Poser, { cls: a }: ClassEnd, { cls: b }: ClassEnd): boolean =>
  !areApart(view.rig, a.sheet, b.sheet);

/** The need of a link, none where it has no plug or is joined by a locked lead. */
function netWakes(poser: Poser, part: string, link: Sheet['links'][number]): string[] {
  if (!Object.keys(link.pins).length) return [];
  const isKept = poser.view.kept.some((c) =>
    [c.talker, c.listener].some((end) => end.part.id === part && end.link.id === link.id),
  );
  return isKept ? [] : [poseNet(poser, part, link)];
}

/** An app on a part that neither flies its own radio nor joins without wires is on the network by its plug. */
function appWakes(poser: Poser, { part, sheet }: { part: Part; sheet: Sheet }, over: Sheet['links'][number]): string[] {
  const plugs = sheet.links.filter((l) => NETWORK.has(l.kind) && Object.keys(l.pins).length > 0);
  const plug = plugs.find((l) => l.kind === over.kind) ?? plugs[0];
  return isOnAir(poser, part.id) || !plug ? [] : netWakes(poser, part.id, plug);
}

/** It is on the network without a lead. */
const isOnAir = ({ view }: Poser, part: string): boolean =>
  (networkHops(view.base).get(part) ?? []).some((hop) => hop.by === 'air');

/** Poses the need of one link with the leads that put it where an app is reached; leads of pictures are added with the pictures. */
function poseNet(poser: Poser, part: string, link: Sheet['links'][number], open: number | null = null): string {
  const need = netNeed(part, link.id);
  if (poser.has(need)) return need;
  const label = poser.view.parts.find((p) => p.part.id === part)!.part.label;
  const lacks = (): string => {
    const why =
      open === null ? `nothing here takes ${LINK_WORDS[link.kind]} to a screen that steers it` : 'no network is here';
    return whyNoLead(poser, need, why);
  };
  poser.need(need, `${label} is on the network`, open, { part, lacks });
  const end = poser.view.ends.find(
    (e) => e.cls.part.id === part && e.cls.members.some((u) => u.links[e.nth]!.link.id === link.id),
  );
  if (!end || isPicture(poser, end)) return need;
  for (const other of poser.view.ends) {
    if (other.cls.part.id === part || !meets(end, other) || sees(other.cls.sheet)) continue;
    if (!mayJoin(poser, end, other) || wantsHub(poser, end, other)) continue;
    const [talker, listener] = other.end.link.way === 'listen' ? [end, other] : [other, end];
    addJoin(poser, talker, listener, { covers: [need], wakes: bridgeWakes(poser, link, other), cost: [] });
  }
  return need;
}

/** Three meet at a hub, where one is here: two that are joined to each other leave the third alone. */
export function wantsHub({ view: { parts, rig } }: Poser, a: ClassEnd, b: ClassEnd): boolean {
  if (a.end.link.kind !== 'ethernet' || [a, b].some(({ cls: { sheet } }) => carriesNetwork(sheet) || hasPlugs(sheet)))
    return false;
  const plugged = parts.filter(({ sheet }) =>
    sheet.links.some((l) => isNetworkPlug(l) && Object.keys(l.pins).length > 0),
  );
  const beside = plugged.filter(({ sheet }) => !areApart(rig, sheet, a.cls.sheet));
  const hubs = beside.filter(({ sheet }) => carriesNetwork(sheet));
  return hubs.length > 0 && beside.length - hubs.length > 2;
}

/** A radio with several plugs for a network is a hub of its own. */
const hasPlugs = (sheet: Sheet): boolean => reachesAir(sheet) && sheet.links.filter(isNetworkPlug).length > 1;

/** What puts bytes on a network is on it itself. */
function bridgeWakes(poser: Poser, own: Sheet['links'][number], { cls: { part, sheet } }: ClassEnd): string[] {
  const plug = sheet.links.find((l) => l.kind === 'ethernet');
  return own.kind === 'device-serial' && plug && !isOnAir(poser, part.id) ? netWakes(poser, part.id, plug) : [];
}

/** A camera's network plug brings its picture: its leads are posed with the pictures, where something takes them. */
const isPicture = ({ view }: Poser, { cls, end }: ClassEnd): boolean =>
  end.link.kind === 'ethernet' &&
  end.link.way === 'talk' &&
  sees(cls.sheet) &&
  view.ends.some((e) => e.end.link.kind === 'ethernet' && e.end.link.way === 'listen');

/** Ethernet to Ethernet, telemetry to a serial port or to telemetry, USB to USB. */
function meets({ end: a }: ClassEnd, { end: b, cls: other }: ClassEnd): boolean {
  const [one, two] = [a.link, b.link];
  if (one.kind === 'device-serial')
    return two.kind === 'device-serial' && bridgesBytes(other.sheet) && speakAlike(one, two) && one.way !== two.way;
  if (!NETWORK.has(one.kind)) return false;
  if (one.kind === 'mavlink')
    return (two.kind === 'device-serial' && other.sheet.resources.length > 0) || two.kind === 'mavlink';
  return one.kind === two.kind && (one.way !== two.way || one.way === 'both');
}

/** Whether a screen that steers something is reached from a part: on it, through the air, by what it hands on to, or plugged into it. */
export function reachesScreen(poser: Poser, from: string): boolean {
  const { base, ends, parts } = poser.view;
  const hops = networkHops(base);
  const sheets = new Map(parts.map((p) => [p.part.id, p.sheet]));
  const seen = new Set([from]);
  for (const id of seen) {
    if (sheets.get(id)?.apps?.some((a) => a.steers.length)) return true;
    for (const hop of hops.get(id) ?? []) if (!sees(sheets.get(hop.to)!)) seen.add(hop.to);
    const own = ends.filter((e) => e.cls.part.id === id && e.end.link.kind === 'ethernet');
    if (own.some((e) => e.end.link.way === 'talk'))
      for (const e of ends)
        if (e.end.link.kind === 'ethernet' && e.end.link.way === 'listen' && e.cls.part.id !== id)
          seen.add(e.cls.part.id);
    if (own.some((e) => e.end.link.way === 'listen'))
      for (const { cls, end } of ends)
        if (
          end.link.kind === 'ethernet' &&
          end.link.way === 'both' &&
          !areApart(poser.view.rig, cls.sheet, sheets.get(id)!)
        )
          seen.add(cls.part.id);
  }
  return false;
}
