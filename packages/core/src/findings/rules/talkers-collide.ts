import { pinOf } from '../../loom/index.js';
import { labelOf, wiresAt, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** Two talkers on one wire, once a net. */
export const talkersRule: Rule = ({ rig, conversations, nets }) => {
  const hit = conversations.filter((c) => c.troubles.includes('talkers collide'));
  const byNet = groupBy(hit, (c) => nets.netOf(pinOf(c.talker, c.talker.link.pins.data!)));
  return [...byNet.values()].map((met): RuleResult => {
    const talkers = [...new Set(met.map((c) => c.talker.part.id))];
    // one that says what the listener does not even understand is the stranger; else the last that came
    const second =
      met.find((c) => c.kind !== c.listener.link.kind) ?? met.find((c) => c.talker.part.id === talkers.at(-1))!;
    const at = pinOf(second.talker, second.talker.link.pins.data!);
    return {
      rule: 'talkers-collide',
      mark: 'stop',
      station: 'loom',
      subjects: [...talkers, second.listener.part.id],
      figures: [
        { name: 'talkers', value: talkers.map((id) => labelOf(rig, id)).join(', ') },
        { name: 'listener', value: second.listener.part.id },
      ],
      fixes: () => takeOff(rig, at, second.talker.part.label),
    };
  });
};

function takeOff(rig: Rig, at: PinRef, label: string): Fix[] {
  const edits = wiresAt(rig, at).map(({ cable, index }): Edit => ({
    kind: 'removeWire',
    cable: cable.id,
    wire: index,
  }));
  return edits.length === 1 ? [{ label: `Take ${label} off the wire`, edits }] : [];
}
