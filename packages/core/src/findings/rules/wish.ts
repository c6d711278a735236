import type { Rule, RuleResult } from '../finding.js';

/** Wishes that are not granted. A wish whose chain a wiring stop already breaks is shown as open. */
export const wishRule: Rule = ({ wishes }) =>
  wishes.flatMap((wish): RuleResult[] => {
    if (wish.state === 'granted') return [];
    return [
      {
        rule: wish.state === 'impossible' ? 'wish-impossible' : 'wish-open',
        mark: 'watch',
        station: 'brief',
        subjects: [],
        figures: [
          { name: 'wish', value: wish.wish.label },
          { name: 'why', value: wish.why },
          ...(wish.classes
            ? [{ name: 'classes', value: wish.classes.map((c) => c.name).join(', ') || 'none on the shelf' }]
            : []),
        ],
        fixes:
          wish.state === 'impossible'
            ? [{ label: 'Drop the wish', edits: [{ kind: 'removeWish', wish: wish.wish.id }] }]
            : [],
      },
    ];
  });
