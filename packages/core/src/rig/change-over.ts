import type { Edit } from './edit.js';
import type { Cable } from './rig.js';
import { endsTogether } from './wire-ends.js';

/** Two wires of a lead change over at one part, the ends given; none where they share no part. */
export function changedOver(
  { id, wires }: Cable,
  a: number,
  b: number,
  ends = endsTogether(wires[a]!, wires[b]!),
): Edit[] {
  if (!ends) return [];
  const [end, other] = ends;
  return [
    { kind: 'moveEnd', cable: id, wire: a, end, pin: wires[b]![other] },
    { kind: 'moveEnd', cable: id, wire: b, end: other, pin: wires[a]![end] },
  ];
}
