import { canBeMade } from '../../parts/index.js';
import { cableViews } from '../../loom/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A lead between two plugs that no lead joins: a dummy battery of the other body, another kind of socket. @source [practice] */
export const plugMismatchRule: Rule = ({ rig }) =>
  cableViews(rig).flatMap((cable): RuleResult[] => {
    const [first, ...rest] = cable.ends;
    const odd = first && rest.find((end) => !canBeMade(first.family, end.family));
    if (!odd) return [];
    return [
      {
        rule: 'plug-mismatch',
        mark: 'stop',
        station: 'loom',
        subjects: [cable.id, first.part, odd.part],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: first.part },
          { name: 'has', value: first.family, source: 'part sheet' },
          { name: 'to', value: odd.part },
          { name: 'wants', value: odd.family, source: 'part sheet' },
        ],
        fixes: () => [],
      },
    ];
  });
