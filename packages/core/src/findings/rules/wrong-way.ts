import { forward } from '../../channels/index.js';
import type { Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Up or right asks for less: the axis moves the wrong way. @source [practice] */
export const wrongWayRule: Rule = ({ rig, chains }) =>
  chains.flatMap((chain): RuleResult[] => {
    const { control, part, fn, slot, transmitter } = chain;
    if (chain.breaks || !control || chain.sheet.role === 'controller' || slot === null) return [];
    const [low, high] = [forward(chain, -1), forward(chain, 1)];
    if (!low || !high || !('value' in low.demand) || !('value' in high.demand)) return [];
    if (high.demand.value >= low.demand.value) return [];
    const bound = rig.bindings.some((b) => b.part === part.id && b.fn === fn.id);
    const edits: Edit[] = bound
      ? [{ kind: 'tune', part: part.id, fn: fn.id, change: { reverse: !chain.told.reverse } }]
      : [{ kind: 'shape', transmitter: transmitter!.id, channel: slot, change: { reverse: !chain.shaping!.reverse } }];
    return [
      {
        rule: 'wrong-way',
        mark: 'watch',
        station: 'channels',
        subjects: [part.id],
        figures: [
          { name: 'control', value: control.label },
          { name: 'part', value: part.id },
          { name: 'function', value: fn.label },
          { name: 'low', value: low.demand.value, unit: fn.range!.unit },
          { name: 'high', value: high.demand.value, unit: fn.range!.unit },
        ],
        fixes: () => [{ label: 'Turn it round', edits }],
      },
    ];
  });
