import { pinnedBy } from '../../channels/index.js';
import { portLabel } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/**
 * A function that is told by a pulse and noted on another slot than its output carries: the pulse decides, and one of the two
 * is a slip. @source [practice] a channel number off by one moves another function, or nothing
 */
export const pinOtherSlotRule: Rule = ({ rig, chains }) =>
  rig.bindings.flatMap((binding): RuleResult[] => {
    const chain = chains.find((c) => c.part.id === binding.part && c.fn.id === binding.fn);
    const pinned = chain && pinnedBy(chain);
    if (!pinned || chain.slot === null || chain.slot === binding.slot || chain.breaks !== null) return [];
    const { part, link } = pinned.talker;
    const { slot } = chain;
    return [
      {
        rule: 'pin-other-slot',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id, part.id],
        figures: [
          { name: 'part', value: chain.part.id },
          { name: 'function', value: chain.fn.label },
          { name: 'noted', value: binding.slot },
          { name: 'teller', value: part.id },
          { name: 'output', value: portLabel(rig, { part: part.id, port: link.pins.data!.port }) },
          { name: 'slot', value: slot },
        ],
        fixes: () => [{ label: `Note it on slot ${slot}`, edits: [{ kind: 'bind', binding: { ...binding, slot } }] }],
      },
    ];
  });
