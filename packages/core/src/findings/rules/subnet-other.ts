import { addressOf, networkParts, subnetOf } from '../../loom/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { freeAddresses } from './address-parts.js';

/** A network part on another subnet than most: the others cannot see it. */
export const subnetOtherRule: Rule = ({ rig }) => {
  const nets = [...groupBy(networkParts(rig), (p) => subnetOf(addressOf(rig, p.id)!)).entries()].sort(
    (a, b) => b[1].length - a[1].length,
  );
  const [most, ...others] = nets;
  if (!most) return [];
  return others.flatMap(([subnet, parts]) =>
    parts.map((part): RuleResult => {
      const [address] = freeAddresses(rig, addressOf(rig, most[1][0]!.id)!, 1);
      return {
        rule: 'subnet-other',
        mark: 'stop',
        station: 'loom',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'address', value: addressOf(rig, part.id)! },
          { name: 'subnet', value: `${subnet}.x` },
          { name: 'others', value: `${most[0]}.x` },
        ],
        fixes: () =>
          address
            ? [{ label: `Give it ${address}`, edits: [{ kind: 'note', part: part.id, change: { address } }] }]
            : [],
      };
    }),
  );
};
