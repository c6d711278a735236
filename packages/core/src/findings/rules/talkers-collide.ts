import { findConversations, pinOf, type Nets } from '../../loom/index.js';
import { labelOf, wiresAt, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { isStray } from './stray-wire.js';
import { meetInOneLead } from './y-two-talkers.js';

/** Two parts that talk on one wire, once a net, whatever leads bring them there. */
export const talkersRule: Rule = ({ rig, nets }) => {
  const hit = findConversations(rig).filter((c) => c.troubles.includes('talkers collide'));
  const byNet = groupBy(hit, (c) => nets.netOf(pinOf(c.talker, c.talker.link.pins.data!)));
  return [...byNet.values()].flatMap((met): RuleResult[] => {
    const talkers = [...new Set(met.map((c) => c.talker.part.id))];
    // a part with two of its pins on one wire is a lead on a taken pin, and told as that
    if (talkers.length < 2 || meetInOneLead(rig, talkers)) return [];
    // one that says what the listener does not even understand, or came without a ground, is the stranger; else the last that came
    const second =
      met.find((c) => c.kind !== c.listener.link.kind) ??
      met.find((c) => c.troubles.includes('no ground')) ??
      met.find((c) => c.talker.part.id === talkers.at(-1))!;
    const at = pinOf(second.talker, second.talker.link.pins.data!);
    return [
      {
        rule: 'talkers-collide',
        mark: 'stop',
        station: 'loom',
        subjects: [...talkers, second.listener.part.id],
        figures: [
          { name: 'talkers', value: talkers.map((id) => labelOf(rig, id)).join(', ') },
          { name: 'listener', value: second.listener.part.id },
        ],
        // a radio without an antenna is worse than two on one
        fixes: () =>
          strayFix(rig, nets, at) ?? (second.kind === 'antenna' ? [] : takeOff(rig, at, second.talker.part.label)),
      },
    ];
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

/** The one wire of the net between pins that have no link in common: whoever put it there missed the pin. */
function strayFix(rig: Rig, nets: Nets, at: PinRef): Fix[] | null {
  const net = nets.netOf(at);
  const strays = rig.cables.flatMap((cable) =>
    cable.wires.flatMap((wire, index) =>
      nets.netOf(wire.from) === net && isStray(rig, wire) ? [{ cable, index }] : [],
    ),
  );
  const [stray, more] = strays;
  if (!stray || more) return null;
  const wire = stray.cable.wires[stray.index]!;
  const edits: Edit[] = [{ kind: 'removeWire', cable: stray.cable.id, wire: stray.index }];
  return [{ label: `Take the wire from ${labelOf(rig, wire.from.part)} to ${labelOf(rig, wire.to.part)} off`, edits }];
}
