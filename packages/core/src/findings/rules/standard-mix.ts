import { partsOfRole } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Cameras of two standards behind one switcher: the picture rolls after switching. @source [std ITU-R BT.1700, mem] */
export const standardMixRule: Rule = ({ rig, conversations }) =>
  partsOfRole(rig, 'switcher').flatMap(({ part }): RuleResult[] => {
    const behind = conversations.filter(
      (c) => c.kind === 'composite' && c.listener.part.id === part.id && c.talker.link.params.standard,
    );
    const kinds = [...groupBy(behind, (c) => c.talker.link.params.standard).entries()].sort(
      (a, b) => b[1].length - a[1].length,
    );
    const odd = kinds.at(-1)?.[1][0];
    if (kinds.length < 2 || !odd) return [];
    const cable = rig.cables.find((c) =>
      [odd.talker.part.id, part.id].every((id) => c.wires.some((w) => w.from.part === id || w.to.part === id)),
    );
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
        fixes: cable ? [{ label: `Take ${cable.id} off`, edits: [{ kind: 'removeCable', cable: cable.id }] }] : [],
      },
    ];
  });
