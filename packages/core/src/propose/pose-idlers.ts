import { anyOver, flies, givesAt, isCompass, onlyTells, sees } from '../parts/index.js';
import { areApart, speechOf } from '../loom/index.js';
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
  for (const own of poser.view.ends.filter(
    ({ cls, end }) => onlyTells(cls.sheet, end.link) && speechOf(end.link) === undefined,
  )) {
    const meets = poser.view.ends.filter((other) => hears(poser, own, other));
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
  for (const other of meets) {
    const [talker, listener] = end.link.kind === 'pulse' ? [own, other] : [other, own];
    addJoin(poser, talker, listener, { covers: [need], cost: [] });
  }
}

/** Another of its place that takes what it tells: a controller's open port, a network, a computer's socket. */
function hears({ view }: Poser, { cls, end: { link } }: ClassEnd, other: ClassEnd): boolean {
  const [its, { sheet, part }] = [other.end.link, other.cls];
  if (part.id === cls.part.id || link.kind !== its.kind) return false;
  // a computer that sends on what an eye on its socket sees has streams of its own
  if (sees(sheet) && link.kind !== 'usb') return false;
  if (areApart(view.rig, cls.sheet, sheet)) return false;
  if (link.kind === 'pulse' && its.way !== 'listen') return false;
  if (link.kind === 'usb') return givesAt(sheet, its);
  if (link.kind === 'ethernet') return !onlyTells(sheet, its);
  return flies(sheet) && speechOf(its) === undefined && !sheet.functions.some((f) => anyOver(f).includes(its.id));
}
