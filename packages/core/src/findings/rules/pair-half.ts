import { leadLength, pinOf, type Conversation } from '../../loom/index.js';
import { wiresAt, type Edit } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** Serial pairs of which only one wire is there. */
export const pairHalfRule: Rule = (context) => serialTalks(context).flatMap((c) => half(context, c));

function half(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('half joined')) return [];
  const { cable, ...rest } = serialBase(context, c);
  const sends = context.nets.joined(
    pinOf(c.talker, c.talker.link.pins.send!),
    pinOf(c.listener, c.listener.link.pins.hear!),
  );
  const missing = sends
    ? { from: pinOf(c.talker, c.talker.link.pins.hear!), to: pinOf(c.listener, c.listener.link.pins.send!) }
    : { from: pinOf(c.talker, c.talker.link.pins.send!), to: pinOf(c.listener, c.listener.link.pins.hear!) };
  const lengthMm = leadLength(context.rig, missing.from.part, missing.to.part).needMm;
  // a wire that is there on the wrong pin is no missing one
  const free = [missing.from, missing.to].every((at) => !wiresAt(context.rig, at).length);
  const edit: Edit | null =
    cable && free ? { kind: 'addWire', cable, wire: { ...missing, colour: 'green', gaugeAwg: 28, lengthMm } } : null;
  return [{ ...rest, rule: 'pair-half', fixes: () => (edit ? [{ label: 'Add the other wire', edits: [edit] }] : []) }];
}
