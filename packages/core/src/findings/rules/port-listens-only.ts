import type { Rule, RuleResult } from '../finding.js';
import { movePortFix } from './port-move.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** A device that must be spoken to, on a port that only listens. */
export const portListensOnlyRule: Rule = (context) =>
  serialTalks(context)
    .filter((c) => c.troubles.includes('listens only'))
    .map((c): RuleResult => {
      const { cable: _, ...rest } = serialBase(context, c);
      return { ...rest, rule: 'port-listens-only', fixes: () => movePortFix(context.rig, c) };
    });
