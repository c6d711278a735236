import { findConversations, type Conversation } from '../../loom/index.js';
import { findPin, oncePerRig, pinKey, portLabel, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** One signal pin in two plugs. A Y lead is one cable and may share a pin; supply pins may be spliced. */
export const portTwiceRule: Rule = ({ rig }) =>
  pinsUsedTwice(rig).map(({ at: { part, port }, cables }): RuleResult => {
    const stray = cables.at(-1)!;
    return {
      rule: 'port-used-twice',
      mark: 'stop',
      station: 'loom',
      subjects: [part, ...cables],
      figures: [
        { name: 'part', value: part },
        { name: 'port', value: portLabel(rig, { part, port }) },
        { name: 'cables', value: cables.join(', ') },
      ],
      fixes: () => [{ label: `Take ${stray} off`, edits: [{ kind: 'removeCable', cable: stray }] }],
    };
  });

const pinsUsedTwice = oncePerRig((rig): { at: PinRef; cables: string[] }[] => {
  const uses = rig.cables.flatMap((cable) =>
    cable.wires
      .flatMap((w) => [w.from, w.to])
      .filter((at) => findPin(rig, at)!.pin.line === 'signal')
      .map((at) => ({ at, cable: cable.id })),
  );
  return [...groupBy(uses, (use) => pinKey(use.at)).values()]
    .map((same) => ({ at: same[0]!.at, cables: [...new Set(same.map((use) => use.cable))] }))
    .filter(({ cables }) => cables.length > 1);
});

/**
 * Conversations of the wiring without the leads put on taken pins. What is said over such a lead, or spoilt by it, is not worth a
 * finding of its own: the lead is.
 */
export function soundTalks(rig: Rig): readonly Conversation[] {
  const strays = new Set(pinsUsedTwice(rig).map(({ cables }) => cables.at(-1)!));
  return findConversations(strays.size ? { ...rig, cables: rig.cables.filter((c) => !strays.has(c.id)) } : rig);
}
