import {
  anyOver,
  carriesNetwork,
  flies,
  hasApps,
  hasControls,
  isCompass,
  passesOn,
  sees,
  staysOnGround,
  tieAt,
  type Link,
  type LinkKind,
  type Sheet,
} from '../parts/index.js';
import { PICTURE_KINDS, speechOf } from '../loom/index.js';
import type { ClassEnd, Unit } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import type { Poser } from './poser.js';
import { whyNoLead } from './why-unmet.js';

/**
 * What nobody asks for anything, and only tells: a position sensor on a controller's port, a scanner on the network, a camera that has
 * no way out but its data lead. It is joined to what may hear it, so that it does not stand idle.
 */
export function poseIdlers(poser: Poser): void {
  for (const own of poser.view.ends.filter(({ cls, end }) => tellsBy(cls.sheet, end.link))) {
    const meets = poser.view.ends.filter((other) => hears(own, other));
    if (meets.length) for (const unit of own.cls.members) poseIdler(poser, own, unit, meets);
  }
}

function poseIdler(poser: Poser, { cls, nth }: ClassEnd, unit: Unit, meets: readonly ClassEnd[]): void {
  const { part, links } = unit;
  const end = links[nth]!;
  const need = `heard ${part.id} ${end.link.kind}`;
  const isKept = poser.view.kept.some((c) =>
    [c.talker, c.listener].some((e) => e.part.id === part.id && e.link.kind === end.link.kind),
  );
  if (isKept || poser.has(need)) return;
  poser.need(need, `${part.label} is heard`, isCompass(cls.sheet) ? COST.openWish : COST.openNice, {
    part: part.id,
    lacks: () => whyNoLead(poser, need, 'no plug that hears it is left'),
  });
  const own: ClassEnd = { cls: { ...cls, id: `${part.id}.${unit.id}`, members: [unit] }, nth, end };
  for (const other of meets) addJoin(poser, other, own, { covers: [need], cost: [] });
}

/** By this link a part is to be heard: nothing that is asked of it, no radio and no picture of it wants a lead. */
function tellsBy(sheet: Sheet, link: Link): boolean {
  if (flies(sheet) || passesOn(sheet) || hasControls(sheet) || hasApps(sheet) || onAir(sheet)) return false;
  if (link.kind === 'usb' && givesAt(sheet, link)) return false;
  if (link.kind === 'usb' && sees(sheet)) return !sheet.links.some((l) => PICTURE_KINDS.has(l.kind));
  if (link.kind === 'usb' && !sheet.functions.length && sheet.links.filter((l) => l.kind === 'usb').length > 1)
    return true;
  return isMute(sheet) && !carriesNetwork(sheet) && TELLS.has(link.kind) && speechOf(link) === undefined;
}

const TELLS: ReadonlySet<LinkKind> = new Set(['device-serial', 'ethernet', 'usb']);
const onAir = ({ links }: Sheet): boolean => links.some((l) => l.kind === 'radio' || l.kind === 'antenna');

/** Does nothing that is asked, sees, shows and gives nothing. */
const isMute = (sheet: Sheet): boolean =>
  !sees(sheet) &&
  !sheet.functions.length &&
  !sheet.sources.length &&
  !sheet.pictures.length &&
  !sheet.links.some((l) => l.kind !== 'ethernet' && PICTURE_KINDS.has(l.kind));

/** Its plug gives volts: a socket that devices hang on. */
function givesAt(sheet: Sheet, { pins: { data } }: Link): boolean {
  const at = new Set(sheet.sources.flatMap((s) => [s.plus, ...(tieAt(sheet, s.plus) ?? [])]).map((p) => p.port));
  return data !== undefined && at.has(data.port);
}

/** Another of its place that takes what it tells: a controller's open port, a network, a computer's socket. */
function hears({ cls, end: { link } }: ClassEnd, other: ClassEnd): boolean {
  const [its, { sheet, part }] = [other.end.link, other.cls];
  if (part.id === cls.part.id || link.kind !== its.kind || sees(sheet)) return false;
  if (staysOnGround(cls.sheet) !== staysOnGround(sheet)) return false;
  if (link.kind === 'usb') return givesAt(sheet, its);
  if (link.kind === 'ethernet') return !tellsBy(sheet, its);
  return flies(sheet) && speechOf(its) === undefined && !sheet.functions.some((f) => anyOver(f).includes(its.id));
}
