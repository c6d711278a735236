import { bringsGround, cableViews, type CableView, type LinkEnd } from '../../loom/index.js';
import { GAUGES, thickestFit, wireOhm } from '../../rails/index.js';
import { findPin, type Edit, type Rig, type Wire } from '../../rig/index.js';

/** Leads with two ends, as the rules on lengths see them. */
export const plainLeads = (rig: Rig): { cable: CableView; from: string; to: string }[] =>
  cableViews(rig).flatMap((cable) => {
    const [first, ...rest] = cable.ends;
    return first ? rest.map((end) => ({ cable, from: first.part, to: end.part })) : [];
  });

/** Every wire of a cable that ends on a part, at a length; a supply that gets longer gets thicker, so that it loses no more. */
export function lengthEdits(rig: Rig, cable: string, part: string, lengthMm: number): Edit[] {
  const wires = rig.cables.find((c) => c.id === cable)?.wires ?? [];
  return wires.flatMap((w, wire): Edit[] => {
    if (w.from.part !== part && w.to.part !== part) return [];
    const gaugeAwg = findPin(rig, w.from)?.pin.line === 'signal' ? w.gaugeAwg : gaugeKeeping(rig, w, lengthMm);
    return [{ kind: 'setWire', cable, wire, lengthMm, ...(gaugeAwg < w.gaugeAwg ? { gaugeAwg } : {}) }];
  });
}

/** The thinnest gauge at which a longer wire has no more ohms, as thick as its plugs take at most. */
function gaugeKeeping(rig: Rig, w: Wire, lengthMm: number): number {
  const ohm = wireOhm(w);
  const thickest = thickestFit(rig, w.from, w.to) ?? 10;
  const fits = GAUGES.filter((g) => g >= thickest && g <= w.gaugeAwg);
  const enough = fits.filter((gaugeAwg) => wireOhm({ gaugeAwg, lengthMm }) <= ohm);
  return enough.length ? Math.max(...enough) : Math.min(w.gaugeAwg, ...fits);
}

/** Longest wire of a cable that ends on a part, mm. */
export function longestMm(rig: Rig, cable: string, part: string): number {
  const wires = rig.cables.find((c) => c.id === cable)?.wires ?? [];
  return Math.max(0, ...wires.filter((w) => w.from.part === part || w.to.part === part).map((w) => w.lengthMm));
}

/** What brings the ground of a new lead already: another lead between the two parts; nothing is wanted where the lead is light or pairs. */
export function groundBetween(rig: Rig, a: LinkEnd, b: LinkEnd): string | null {
  if (!bringsGround(a.link.kind)) return 'no return needed';
  const ends = [a.part.id, b.part.id];
  const direct = rig.cables.find((c) =>
    c.wires.some(
      (w) =>
        ends.includes(w.from.part) &&
        ends.includes(w.to.part) &&
        w.from.part !== w.to.part &&
        [w.from, w.to].every((at) => findPin(rig, at)?.pin.line === 'ground'),
    ),
  );
  return direct?.id ?? null;
}
