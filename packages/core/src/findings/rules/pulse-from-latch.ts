import type { Chain } from '../../channels/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';

/** A latching switch where a pulse is wanted. @source [practice] starts once, never stops */
export const pulseRule: Rule = ({ rig, chains }) =>
  chains
    .filter((c) => c.fn.takes === 'pulse' && c.control && c.control.kind !== 'button')
    .map((chain): RuleResult => {
      const button = freeControls(rig, chain).find((c) => c.kind === 'button');
      return {
        rule: 'pulse-from-latch',
        mark: 'watch',
        station: 'channels',
        subjects: [chain.part.id],
        figures: [
          { name: 'control', value: chain.control!.label },
          { name: 'part', value: chain.part.id },
          { name: 'function', value: chain.fn.label },
        ],
        fixes: button
          ? [
              {
                label: `Use ${button.label}`,
                edits: [
                  {
                    kind: 'shape',
                    transmitter: chain.transmitter!.id,
                    channel: chain.slot!,
                    change: { control: button.id },
                  },
                ],
              },
            ]
          : [],
      };
    });

function freeControls(rig: RuleContext['rig'], chain: Chain) {
  const used = new Set(rig.shaping.map((s) => s.control));
  return (chain.transmitter ? (rig.sheets[chain.transmitter.class]?.controls ?? []) : []).filter(
    (c) => !used.has(c.id),
  );
}
