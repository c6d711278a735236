import { sheetOf } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A pad or port given to two features. All must be released before it is given away. @source [practice] */
export const heldTwiceRule: Rule = ({ rig }) =>
  [...groupBy(rig.held, (h) => `${h.part} ${h.resource}`).values()].flatMap((held): RuleResult[] => {
    const [first] = held;
    if (!first || held.length < 2) return [];
    const resource = sheetOf(rig, first.part).resources.find((r) => r.id === first.resource);
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
        fixes: [
          {
            label: held.length === 2 ? 'Release both' : 'Release all',
            edits: held.map(({ part, resource: id, to }) => ({ kind: 'release', part, resource: id, to })),
          },
        ],
      },
    ];
  });
