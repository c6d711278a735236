import type { Conversation } from '../../loom/index.js';
import { countToPulseUs, pulseUsToCount } from '../../signals/index.js';
import { PULSE } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A listener that reads counts by the other school of scale than its talker sends. @source [practice] */
export const scaleRule: Rule = ({ conversations }) =>
  conversations
    .filter(
      (c) => c.kind === 'sbus' && (c.talker.link.params.scale ?? 'micro') !== (c.listener.link.params.scale ?? 'micro'),
    )
    .map((c): RuleResult => ({
      rule: 'scale-school',
      mark: 'watch',
      station: 'channels',
      subjects: [c.listener.part.id],
      figures: [
        { name: 'talker', value: c.talker.part.id },
        { name: 'listener', value: c.listener.part.id },
        {
          name: 'reach',
          value: reachPct(c),
          unit: '%',
          source: '[practice] two schools of scale',
        },
      ],
      fixes: () => [],
    }));

/** Share of a full throw that arrives when the two ends count by different schools, per cent. */
function reachPct({ talker, listener }: Conversation): number {
  const arrives = (us: number): number =>
    countToPulseUs(listener.link.params.scale ?? 'micro', pulseUsToCount(talker.link.params.scale ?? 'micro', us));
  return Math.round(((arrives(PULSE.highUs) - arrives(PULSE.lowUs)) / (PULSE.highUs - PULSE.lowUs)) * 100);
}
