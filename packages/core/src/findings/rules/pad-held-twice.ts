import type { Resource } from '../../parts/index.js';
import { sheetOf, type Held, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A pad or port given to two features. All must be released before it is given away. @source [practice] */
export const heldTwiceRule: Rule = ({ rig }) =>
  [...groupBy(rig.held, (h) => `${h.part} ${h.resource}`).values()].flatMap((held): RuleResult[] => {
    const [first] = held;
    if (!first || held.length < 2) return [];
    const resource = sheetOf(rig, first.part).resources.find((r) => r.id === first.resource);
    if (resource && isAsShipped(rig, resource, held)) return [];
    const serial = resource?.kind === 'serial';
    return [
      {
        rule: 'pad-held-twice',
        mark: serial ? 'stop' : 'watch',
        station: 'loom',
        subjects: [first.part],
        figures: [
          { name: 'part', value: first.part },
          { name: 'resource', value: resource?.label ?? first.resource },
          { name: 'holders', value: held.map((h) => h.to).join(', ') },
        ],
        fixes: () => [
          {
            label: held.length === 2 ? 'Release both' : 'Release all',
            edits: held.map(({ part, resource: id, to }) => ({ kind: 'release', part, resource: id, to })),
          },
        ],
      },
    ];
  });

/** A pad as the maker ships it, with nothing on it, is nobody's mistake. */
function isAsShipped(rig: Rig, resource: Resource, held: readonly Held[]): boolean {
  const wired = rig.cables.some((c) =>
    c.wires.some((w) =>
      [w.from, w.to].some((at) => at.part === held[0]!.part && at.port === resource.port && at.pin === resource.pin),
    ),
  );
  return !wired && held.every((h) => resource.heldWhenNew?.includes(h.to));
}
