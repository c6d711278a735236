import { idleReason } from '../../loom/index.js';
import { partsWithSheets } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A part that is wired and fed, and that nothing talks to and that tells nobody: it eats and does nothing. @source [practice] */
export const partIdleRule: Rule = ({ rig, conversations, full }) =>
  partsWithSheets(rig).flatMap(({ part, sheet }): RuleResult[] => {
    const fed = full.nodes.some((n) => n.part === part.id && n.allowed && n.fedBy !== null);
    const why = fed ? idleReason(rig, conversations, part.id, sheet) : null;
    if (why === null) return [];
    return [
      {
        rule: 'part-idle',
        mark: 'watch',
        station: 'loom',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'why', value: why },
        ],
        fixes: () => [],
      },
    ];
  });
