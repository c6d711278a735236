import { canBeMade } from '../../parts/index.js';
import { findPin, type PinRef } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/**
 * A wire between two plugs that no lead joins: a dummy battery of the other body, another kind of socket. What else the plugs of a
 * harness are is no matter. @source [practice]
 */
export const plugMismatchRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    const family = (at: PinRef): string => findPin(rig, at)!.port.plug.family;
    const odd = cable.wires.filter((w) => !canBeMade(family(w.from), family(w.to)));
    const [first] = odd;
    if (!first) return [];
    return [
      {
        rule: 'plug-mismatch',
        mark: 'stop',
        station: 'loom',
        subjects: [cable.id, ...new Set(odd.flatMap((w) => [w.from.part, w.to.part]))],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: first.from.part },
          { name: 'has', value: family(first.from), source: 'part sheet' },
          { name: 'to', value: first.to.part },
          { name: 'wants', value: family(first.to), source: 'part sheet' },
        ],
        fixes: () => [],
      },
    ];
  });
