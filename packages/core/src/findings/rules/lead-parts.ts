import { cableViews, type CableView } from '../../loom/index.js';
import type { Edit, Rig } from '../../rig/index.js';

/** Leads with two ends, as the rules on lengths see them. */
export const plainLeads = (rig: Rig): { cable: CableView; from: string; to: string }[] =>
  cableViews(rig).flatMap((cable) => {
    const [first, ...rest] = cable.ends;
    return first ? rest.map((end) => ({ cable, from: first.part, to: end.part })) : [];
  });

/** Every wire of a cable that ends on a part, at a length. */
export function lengthEdits(rig: Rig, cable: string, part: string, lengthMm: number): Edit[] {
  const wires = rig.cables.find((c) => c.id === cable)?.wires ?? [];
  return wires.flatMap((w, wire): Edit[] =>
    w.from.part === part || w.to.part === part ? [{ kind: 'setWire', cable, wire, lengthMm }] : [],
  );
}

/** Longest wire of a cable that ends on a part, mm. */
export function longestMm(rig: Rig, cable: string, part: string): number {
  const wires = rig.cables.find((c) => c.id === cable)?.wires ?? [];
  return Math.max(0, ...wires.filter((w) => w.from.part === part || w.to.part === part).map((w) => w.lengthMm));
}
