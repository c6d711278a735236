import { bringsGround, cableViews, type LinkEnd } from '../../loom/index.js';
import { GAUGES, thickestFit, wireOhm } from '../../rails/index.js';
import { findCable, findPin, type Edit, type PinRef, type Rig, type Wire } from '../../rig/index.js';

/** A lead, or a limb of one with several ends: two parts between which a wire of it goes. */
export interface Limb {
  cable: string;
  from: string;
  to: string;
}

/** Every limb of every lead, as the rules on lengths see them, whichever way round its wires are written. */
export const limbsOf = (rig: Rig): Limb[] =>
  cableViews(rig).flatMap(({ id, ends }) => {
    const parts = [...new Set(ends.map((e) => e.part))];
    return parts.flatMap((from, i) =>
      parts
        .slice(i + 1)
        .map((to) => ({ cable: id, from, to }))
        .filter((limb) => wiresOf(rig, limb).length),
    );
  });

/** The ends of a wire in an order that does not hang on which it is written from. */
export const bothEnds = ({ from, to }: Pick<Wire, 'from' | 'to'>): [PinRef, PinRef] =>
  `${from.part} ${from.port}` <= `${to.part} ${to.port}` ? [from, to] : [to, from];

/** Wires of a limb, with their places in the cable. */
const wiresOf = (rig: Rig, { cable, from, to }: Limb): [Wire, number][] =>
  (findCable(rig, cable)?.wires ?? []).flatMap((w, i): [Wire, number][] =>
    (w.from.part === from && w.to.part === to) || (w.from.part === to && w.to.part === from) ? [[w, i]] : [],
  );

/** The plug of one of its two parts that a limb ends in; of several the first. */
export function portAt(rig: Rig, limb: Limb, part: string): string {
  const [w] = wiresOf(rig, limb)[0]!;
  return (w.from.part === part ? w.from : w.to).port;
}

/** Every wire of a limb at a length; a supply that gets longer gets thicker, so that it loses no more. */
export function lengthEdits(rig: Rig, limb: Limb, lengthMm: number): Edit[] {
  const { cable } = limb;
  return wiresOf(rig, limb).map(([w, wire]): Edit => {
    const gaugeAwg = findPin(rig, w.from)?.pin.line === 'signal' ? w.gaugeAwg : gaugeKeeping(rig, w, lengthMm);
    return { kind: 'setWire', cable, wire, lengthMm, ...(gaugeAwg < w.gaugeAwg ? { gaugeAwg } : {}) };
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

/** Longest wire of a limb, mm. */
export const longestMm = (rig: Rig, limb: Limb): number => Math.max(...wiresOf(rig, limb).map(([w]) => w.lengthMm));

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
