import type { Conversation } from '../../loom/index.js';
import { findCable, serialPairOf } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** Serial pairs joined TX to TX. @source [practice] TX goes to RX */
export const pairNotCrossedRule: Rule = (context) => serialTalks(context).flatMap((c) => uncrossed(context, c));

function uncrossed(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('not crossed')) return [];
  const { cable, ...rest } = serialBase(context, c);
  const lead = cable && findCable(context.rig, cable);
  // a lead with a stray wire more, or less, is no pair to cross
  const fixes =
    lead && serialPairOf(context.rig, lead)
      ? [{ label: 'Cross it', edits: [{ kind: 'crossPair' as const, cable: lead.id }] }]
      : [];
  return [{ ...rest, rule: 'pair-not-crossed', fixes }];
}
