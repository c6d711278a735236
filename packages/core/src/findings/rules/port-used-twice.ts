import { findPin, pinKey } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** One signal pin in two plugs. A Y lead is one cable and may share a pin; supply pins may be spliced. */
export const portTwiceRule: Rule = ({ rig }) => {
  const uses = rig.cables.flatMap((cable) =>
    cable.wires
      .flatMap((w) => [w.from, w.to])
      .filter((at) => findPin(rig, at)!.pin.line === 'signal')
      .map((at) => ({ at, cable: cable.id })),
  );
  return [...groupBy(uses, (use) => pinKey(use.at)).values()].flatMap((same): RuleResult[] => {
    const cables = [...new Set(same.map((use) => use.cable))];
    if (cables.length < 2) return [];
    const { part, port } = same[0]!.at;
    return [
      {
        rule: 'port-used-twice',
        mark: 'stop',
        station: 'loom',
        subjects: [part, ...cables],
        figures: [
          { name: 'part', value: part },
          { name: 'port', value: port },
          { name: 'cables', value: cables.join(', ') },
        ],
        fixes: () => [{ label: `Take ${cables.at(-1)} off`, edits: [{ kind: 'removeCable', cable: cables.at(-1)! }] }],
      },
    ];
  });
};
