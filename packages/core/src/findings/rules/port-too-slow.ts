import { resourceOf } from '../../loom/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { movePortFix } from './port-move.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** A device that speaks faster than the port can. */
export const portTooSlowRule: Rule = (context) =>
  serialTalks(context)
    .filter((c) => c.troubles.includes('too fast'))
    .map((c): RuleResult => {
      const { cable: _, ...rest } = serialBase(context, c);
      const { baud } = c.listener.link.params;
      return {
        ...rest,
        rule: 'port-too-slow',
        figures: [
          ...rest.figures,
          { name: 'speaks', value: baud!, unit: 'baud', source: 'part sheet' },
          { name: 'highest', value: resourceOf(c.talker)!.highestBaud!, unit: 'baud', source: 'part sheet' },
        ],
        fixes: () => movePortFix(context.rig, c),
      };
    });
