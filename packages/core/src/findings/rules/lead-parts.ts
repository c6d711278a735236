import { bringsGround, cableViews, type LinkEnd } from '../../loom/index.js';
import { GAUGES, thickestFit, wireOhm } from '../../rails/index.js';
import {
  findCable,
  findPin,
  wireLine,
  oncePerRig,
  type Edit,
  type PinRef,
  type Rig,
  type Wire,
} from '../../rig/index.js';
import { groupBy } from '../../units/index.js';

/** A lead, or a limb of one with several ends: two parts between which wires of it go. */
export interface Limb {
  cable: string;
  from: string;
  to: string;
  /** Its wires, with their places in the cable. */
  wires: [Wire, number][];
}

/** Every limb of every lead, as the rules on lengths see them, whichever way round its wires are written. */
export const limbsOf = oncePerRig((rig): readonly Limb[] =>
  cableViews(rig).flatMap(({ id, ends }) => {
    const parts = [...new Set(ends.map((e) => e.part))];
    const placed = (findCable(rig, id)?.wires ?? []).map((w, i): [Wire, number] => [w, i]);
    // of two ends the one that comes first in the lead
    const inOrder = ({ from, to }: Wire): [string, string] =>
      parts.indexOf(from.part) <= parts.indexOf(to.part) ? [from.part, to.part] : [to.part, from.part];
    return [...groupBy(placed, ([w]) => inOrder(w).join(' '))].flatMap(([, wires]): Limb[] => {
      const [from, to] = inOrder(wires[0]![0]);
      return from === to ? [] : [{ cable: id, from, to, wires }];
    });
  }),
);

/** The ends of a wire in an order that does not hang on which it is written from. */
export const bothEnds = ({ from, to }: Pick<Wire, 'from' | 'to'>): [PinRef, PinRef] =>
  `${from.part} ${from.port}` <= `${to.part} ${to.port}` ? [from, to] : [to, from];

/** The plug of one of its two parts that a limb ends in; of several the first. */
export function portAt({ wires }: Limb, part: string): string {
  const [w] = wires[0]!;
  return (w.from.part === part ? w.from : w.to).port;
}

/** Every wire of a limb at a length; a supply that gets longer gets thicker, so that it loses no more. */
export function lengthEdits(rig: Rig, { cable, wires }: Limb, lengthMm: number): Edit[] {
  return wires.map(([w, wire]): Edit => {
    const gaugeAwg = wireLine(rig, w) === 'signal' ? w.gaugeAwg : gaugeKeeping(rig, w, lengthMm);
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
export const longestMm = ({ wires }: Limb): number => Math.max(...wires.map(([w]) => w.lengthMm));

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
