import { sheetOf } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Settings to make on a part before it is fitted, not ticked yet. @source [practice] */
export const prepOpenRule: Rule = ({ rig }) =>
  rig.parts.flatMap((part): RuleResult[] => {
    const open = sheetOf(rig, part.id).prep.filter((item) => !part.prepared.includes(item.id));
    if (!open.length) return [];
    return [
      {
        rule: 'prep-open',
        mark: 'watch',
        station: 'brief',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'open', value: open.map((i) => i.text).join(' · '), source: 'part sheet' },
          { name: 'count', value: open.length },
        ],
        fixes: () => [
          {
            label: open.length === 1 ? 'Done' : 'All done',
            edits: open.map((item) => ({ kind: 'prepare', part: part.id, item: item.id, done: true })),
          },
        ],
      },
    ];
  });
