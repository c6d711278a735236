import { addressOf, networkParts } from '../../loom/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { freeAddress } from './address-parts.js';

/** Two network parts on one address. */
export const addressTwiceRule: Rule = ({ rig }) =>
  [...groupBy(networkParts(rig), (p) => addressOf(rig, p.id)).values()].flatMap((same): RuleResult[] => {
    const last = same.at(-1)!;
    if (same.length < 2) return [];
    const address = freeAddress(rig, addressOf(rig, last.id)!);
    return [
      {
        rule: 'address-twice',
        mark: 'stop',
        station: 'loom',
        subjects: same.map((p) => p.id),
        figures: [
          { name: 'address', value: addressOf(rig, last.id)! },
          { name: 'parts', value: same.map((p) => p.label).join(', ') },
        ],
        fixes: () =>
          address
            ? [{ label: `Give it ${address}`, edits: [{ kind: 'note', part: last.id, change: { address } }] }]
            : [],
      },
    ];
  });
