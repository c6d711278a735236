import { cableKind } from '../../loom/index.js';
import { connectorOf } from '../../parts/index.js';
import { findCable, findPin, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { currentWith } from './after-edits.js';

/** A ground on a plug of a lead made on the bench; ready leads bring their shield whether it is wanted or not. */
function isGround(rig: Rig, at: PinRef): boolean {
  const { pin, port } = findPin(rig, at)!;
  return pin.line === 'ground' && connectorOf(port.plug.family).group === 'made';
}

/** A lead that brings a plus needs the return beside it; a pulse or a contact and its ground run in one lead, several side by side. */
function needsItsOwn(rig: Rig, id: string): boolean {
  const cable = findCable(rig, id)!;
  const feeds = cable.wires.some((w) => [w.from, w.to].some((at) => findPin(rig, at)?.pin.line === 'supply'));
  return feeds || cableKind(rig, cable) === 'pulse';
}

/** The same two parts joined by ground in two cables: one ground path is asked. @source [practice] */
export const groundTwiceRule: Rule = ({ rig, flat }) => {
  const grounds = rig.cables.flatMap((cable) =>
    cable.wires.flatMap((w, wire) =>
      isGround(rig, w.from) && isGround(rig, w.to)
        ? [{ cable: cable.id, wire, pair: [w.from.part, w.to.part].sort().join(' ') }]
        : [],
    ),
  );
  return [...groupBy(grounds, (g) => g.pair).values()].flatMap((same): RuleResult[] => {
    const cables = [...new Set(same.map((g) => g.cable))];
    const last = same.findLast((g) => !needsItsOwn(rig, g.cable));
    if (cables.length < 2 || !last) return [];
    const [a, b] = last.pair.split(' ');
    return [
      {
        rule: 'ground-twice',
        mark: 'watch',
        station: 'loom',
        subjects: [...cables, a!, b!],
        figures: [
          { name: 'cables', value: cables.join(', ') },
          { name: 'from', value: a! },
          { name: 'to', value: b! },
        ],
        fixes: () => [
          currentWith(rig, flat, `Leave it out of ${last.cable}`, [
            { kind: 'removeWire', cable: last.cable, wire: last.wire },
          ]),
        ],
      },
    ];
  });
};
