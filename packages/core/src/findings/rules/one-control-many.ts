import { partsOfRole } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Several channels that follow one control. @source [practice] a new transmitter's first setting */
export const oneControlRule: Rule = ({ rig }) =>
  partsOfRole(rig, 'transmitter').flatMap(({ part, sheet }) => {
    const driven = rig.shaping.filter((s) => s.transmitter === part.id && s.control);
    return [...groupBy(driven, (s) => s.control).values()].flatMap((same): RuleResult[] => {
      const last = same.at(-1)!;
      if (same.length < 2) return [];
      return [
        {
          rule: 'one-control-many',
          mark: 'watch',
          station: 'channels',
          subjects: [part.id],
          figures: [
            { name: 'control', value: sheet.controls.find((c) => c.id === last.control)?.label ?? '' },
            { name: 'channels', value: same.map((s) => s.channel).join(', ') },
          ],
          fixes: [
            {
              label: `Free ${last.channel}`,
              edits: [{ kind: 'shape', transmitter: part.id, channel: last.channel, change: { control: null } }],
            },
          ],
        },
      ];
    });
  });
