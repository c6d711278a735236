import { canBeMade } from '../../parts/index.js';
import { cableViews } from '../../loom/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A lead between two plugs that no lead joins: a dummy battery of the other body, another kind of socket. @source [practice] */
export const plugMismatchRule: Rule = ({ rig }) =>
  cableViews(rig).flatMap((cable): RuleResult[] => {
    const families = [...new Set(cable.ends.map((end) => end.family))];
    if (families.every((a, i) => families.slice(0, i).every((b) => canBeMade(a, b)))) return [];
    const odd = cable.ends.filter((end) => cable.ends.some((other) => !canBeMade(end.family, other.family)));
    const [first] = odd;
    const other = first && odd.find((end) => !canBeMade(first.family, end.family));
    if (!other) return [];
    return [
      {
        rule: 'plug-mismatch',
        mark: 'stop',
        station: 'loom',
        subjects: [cable.id, ...new Set(odd.map((end) => end.part))],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: first.part },
          { name: 'has', value: first.family, source: 'part sheet' },
          { name: 'to', value: other.part },
          { name: 'wants', value: other.family, source: 'part sheet' },
        ],
        fixes: () => [],
      },
    ];
  });
