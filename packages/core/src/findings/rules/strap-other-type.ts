import type { Rule, RuleResult } from '../finding.js';
import { strapOf } from './wrong-type.js';

/** A boot strap that stands on the other type. The part does not find out by itself. @source [practice] */
export const strapOtherTypeRule: Rule = ({ conversations }) =>
  conversations
    .filter((c) => c.troubles.includes('wrong type') && strapOf(c) && c.talker.part.id !== c.listener.part.id)
    .map((c): RuleResult => {
      const { when, setting } = strapOf(c)!;
      return {
        rule: 'strap-other-type',
        mark: 'stop',
        station: 'loom',
        subjects: [c.listener.part.id, c.talker.part.id],
        figures: [
          { name: 'part', value: c.listener.part.id },
          { name: 'setting', value: setting.label },
          { name: 'wants', value: when!.value },
          { name: 'shows', value: setting.shows ?? 'nowhere' },
        ],
        fixes: () => [
          {
            label: `Toggle it to ${when!.value}`,
            edits: [{ kind: 'set', part: c.listener.part.id, setting: setting.id, value: when!.value }],
          },
        ],
      };
    });
