import { labelOf, sheetOf } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A rail with a second source on it: a computer's lead, or one regulator against another. Packs may stand in pair. */
export const backFeedRule: Rule = ({ rig, nets }) => {
  const sources = rig.parts.flatMap((part) =>
    sheetOf(rig, part.id).sources.map((source) => ({
      part: part.id,
      source,
      net: nets.netOf({ part: part.id, ...source.plus }),
    })),
  );
  const joined = sources.filter((s) => s.net !== undefined);
  return [...groupBy(joined, (s) => s.net).values()].flatMap((same): RuleResult[] => {
    if (same.length < 2 || same.every((s) => s.source.kind === 'pack')) return [];
    const guest = same.find((s) => s.source.kind === 'stolen') ?? same.at(-1)!;
    const cable = rig.cables.find((c) =>
      c.wires.some((w) => [w.from, w.to].some((at) => at.part === guest.part && at.port === guest.source.plus.port)),
    );
    return [
      {
        rule: 'back-feed',
        mark: 'watch',
        station: 'rails',
        subjects: [...same.map((s) => s.part), ...(cable ? [cable.id] : [])],
        figures: [
          { name: 'guest', value: guest.part },
          { name: 'sources', value: same.map((s) => labelOf(rig, s.part)).join(', ') },
        ],
        fixes: cable ? [{ label: `Take ${cable.id} off`, edits: [{ kind: 'removeCable', cable: cable.id }] }] : [],
      },
    ];
  });
};
