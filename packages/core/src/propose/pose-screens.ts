import { LINK_WORDS, screenWays, type LinkKind, type PartFunction, type Sheet } from '../parts/index.js';
import type { Part, Wish } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import { NOT_AS_NAMED, namesWhatOnlyChannelsGive } from './pose-wishes.js';
import type { Poser } from './poser.js';
import { whyNoLead } from './why-unmet.js';

/** Kinds over which what a screen asks comes to a part. */
const NETWORK: ReadonlySet<LinkKind> = new Set(['ethernet', 'mavlink', 'usb']);

/**
 * Wishes that an app on the bench can ask for: the part joins the network, by the lead that brings its picture where there is one.
 * Comes after pictures and joins, whose leads it relies on.
 */
export function poseScreens(poser: Poser): void {
  const { parts, rig } = poser.view;
  for (const wish of rig.wishes)
    for (const { part, sheet } of parts) {
      if (wish.part !== undefined && wish.part !== part.id) continue;
      for (const fn of sheet.functions.filter((f) => f.what === wish.what)) poseScreen(poser, wish, part, sheet, fn);
    }
}

function poseScreen(poser: Poser, wish: Wish, part: Part, sheet: Sheet, fn: PartFunction): void {
  const need = `wish ${wish.id}`;
  const apps = poser.view.parts.filter((p) => p.sheet.apps?.some((a) => a.steers.includes(fn.what)));
  const over = screenWays(fn).flatMap((way) => way.over);
  if (!over.length) return;
  if (!apps.length) {
    poser.refuse([need], () => `no app here steers ${fn.label.toLowerCase()} of ${part.label}`);
    return;
  }
  for (const id of new Set(over)) {
    const link = sheet.links.find((l) => l.id === id)!;
    const on = joined(
      poser,
      part,
      link,
      apps.some((a) => a.part.id === part.id),
    );
    if (!on) continue;
    poser.option(
      {
        id: `${need} by ${part.id}.${fn.id} on a screen over ${id}`,
        covers: [need],
        takes: [{ pool: poser.pool(`fn ${part.id}.${fn.id}`, 1), amount: 1 }, ...on.takes],
        wakes: on.wakes,
      },
      { do: 'tell', wish: wish.id, part: part.id, fn: fn.id, link: id },
      [
        { why: 'asked from a screen', points: COST.onScreen },
        ...(namesWhatOnlyChannelsGive(wish) ? [NOT_AS_NAMED] : []),
      ],
      `${part.label} from ${apps[0]!.part.label} over ${LINK_WORDS[link.kind]}`,
    );
  }
}

type Joined = { wakes: string[]; takes: ReturnType<Poser['relies']> };

/** How a part comes onto the network by one of its links: already there, through the air, with its picture, or by a lead of its own. */
function joined(poser: Poser, part: Part, link: Sheet['links'][number], own: boolean): Joined | null {
  const there = { wakes: [], takes: [] };
  if (own || !Object.keys(link.pins).length) return there;
  const { kept } = poser.view;
  const isKept = kept.some((c) =>
    [c.talker, c.listener].some((end) => end.part.id === part.id && end.link.id === link.id),
  );
  if (isKept) return there;
  const picture = `picture ${part.id}`;
  if (poser.has(picture) && link.kind === 'ethernet' && link.way === 'talk')
    return { wakes: [], takes: poser.relies(picture) };
  const end = poser.view.ends.find(
    (e) => e.cls.part.id === part.id && e.cls.members.some((u) => u.links[e.nth]!.link.id === link.id),
  );
  if (!end) return null;
  const report = `report ${end.cls.id}`;
  if (poser.has(report)) return { wakes: [], takes: poser.relies(report) };
  return { wakes: [poseNet(poser, end)], takes: [] };
}

/** The need of one link to be on the network, with every lead that would put it there. */
function poseNet(poser: Poser, end: ClassEnd): string {
  const need = `net ${end.cls.id} ${end.nth}`;
  if (poser.has(need)) return need;
  const { part } = end.cls;
  poser.need(need, `${part.label} is on the network`, null, {
    part: part.id,
    lacks: () => whyNoLead(poser, need, `nothing here takes ${LINK_WORDS[end.end.link.kind]}`),
  });
  for (const other of poser.view.ends) {
    if (other.cls.part.id === part.id || !meets(end, other)) continue;
    if (other.end.link.way === 'listen') addJoin(poser, end, other, { covers: [need], cost: [] });
    else addJoin(poser, other, end, { covers: [need], cost: [] });
  }
  return need;
}

/** Ethernet to Ethernet, one of them no mere camera; telemetry to a serial port or to telemetry; USB to USB. */
function meets({ end: a, cls }: ClassEnd, { end: b, cls: other }: ClassEnd): boolean {
  const [one, two] = [a.link, b.link];
  if (!NETWORK.has(one.kind)) return false;
  if (one.kind === 'mavlink')
    return (two.kind === 'device-serial' && other.sheet.resources.length > 0) || two.kind === 'mavlink';
  if (one.kind !== two.kind) return false;
  return one.way !== two.way || one.way === 'both' || cls.sheet.view === undefined;
}
