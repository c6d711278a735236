import { addressOf, networkParts } from '../../loom/index.js';
import type { Edit, Part, Rig } from '../../rig/index.js';
import { groupBy, listed } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { freeAddresses } from './address-parts.js';

/** Two network parts on one address. */
export const addressTwiceRule: Rule = ({ rig }) =>
  [...groupBy(networkParts(rig), (p) => addressOf(rig, p.id)).values()].flatMap((same): RuleResult[] => {
    const [first, ...others] = same;
    if (!first || !others.length) return [];
    const address = addressOf(rig, first.id)!;
    return [
      {
        rule: 'address-twice',
        mark: 'stop',
        station: 'loom',
        subjects: same.map((p) => p.id),
        figures: [
          { name: 'address', value: address },
          { name: 'count', value: same.length },
          { name: 'parts', value: same.map((p) => p.label).join(', ') },
        ],
        fixes: () => ownAddresses(rig, address, others),
      },
    ];
  });

/** The first keeps the address; each of the others gets one that nobody has. */
function ownAddresses(rig: Rig, like: string, parts: readonly Part[]): Fix[] {
  const free = freeAddresses(rig, like, parts.length);
  if (free.length < parts.length) return [];
  const edits = parts.map(({ id }, i): Edit => ({ kind: 'note', part: id, change: { address: free[i]! } }));
  return [{ label: parts.length === 1 ? `Give it ${free[0]!}` : `Give the others ${listed(free)}`, edits }];
}
