import { partsWithSheets } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Cameras of two standards behind one switcher: the picture rolls after switching. @source [std ITU-R BT.1700, mem] */
export const standardMixRule: Rule = ({ rig, conversations }) =>
  partsWithSheets(rig)
    .filter(({ sheet }) => sheet.pictures.some((p) => p.inputs.length > 1))
    .flatMap(({ part }): RuleResult[] => {
      const behind = conversations.filter(
        (c) => c.kind === 'composite' && c.listener.part.id === part.id && c.talker.link.params.standard,
      );
      const kinds = [...groupBy(behind, (c) => c.talker.link.params.standard).entries()].sort(
        (a, b) => b[1].length - a[1].length,
      );
      const odd = kinds.at(-1)?.[1][0];
      if (kinds.length < 2 || !odd) return [];
      return [
        {
          rule: 'standard-mix',
          mark: 'watch',
          station: 'loom',
          subjects: [part.id, ...behind.map((c) => c.talker.part.id)],
          figures: [
            { name: 'part', value: part.id },
            { name: 'odd', value: odd.talker.part.id },
            {
              name: 'standards',
              value: kinds.map(([k, list]) => `${list.length} × ${k}`).join(', '),
              source: 'part sheet',
            },
          ],
          // a lead taken off would take its picture with it: hands set the camera, or another one is chosen
          fixes: () => [],
        },
      ];
    });
