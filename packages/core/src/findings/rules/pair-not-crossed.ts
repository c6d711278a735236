import type { Conversation } from '../../loom/index.js';
import { findCable, serialPairOf } from '../../rig/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** Serial pairs joined TX to TX. @source [practice] TX goes to RX */
export const pairNotCrossedRule: Rule = (context) => serialTalks(context).flatMap((c) => uncrossed(context, c));

function uncrossed(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('not crossed')) return [];
  const { cable, ...rest } = serialBase(context, c);
  return [{ ...rest, rule: 'pair-not-crossed', fixes: () => crossFix(context, cable) }];
}

/** A lead with a stray wire more, or less, is no pair to cross. */
function crossFix({ rig }: RuleContext, cable: string | undefined): Fix[] {
  const lead = cable && findCable(rig, cable);
  return lead && serialPairOf(rig, lead) ? [{ label: 'Cross it', edits: [{ kind: 'crossPair', cable: lead.id }] }] : [];
}
