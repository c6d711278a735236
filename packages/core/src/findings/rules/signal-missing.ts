import { leadLength, linkEnds, pinOf, type Conversation, type LinkEnd } from '../../loom/index.js';
import { LINK_WORDS, type LinkKind } from '../../parts/index.js';
import { portLabel, wiresAt, type Cable, type Edit, type PinRef } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';

/** Plugs that people join for their volts alone. [practice] a camera charged from a computer */
const FOR_VOLTS: ReadonlySet<LinkKind> = new Set(['usb', 'ethernet']);

/** A lead between two plugs that could talk, with its supply or ground and without the wire that says anything. @source [practice] */
export const signalMissingRule: Rule = (context) => {
  const ends = linkEnds(context.rig).filter((e) => e.live && e.link.pins.data && !FOR_VOLTS.has(e.link.kind));
  return context.rig.cables.flatMap((cable) =>
    portPairs(cable).flatMap(([a, b]) => {
      const [talkers, listeners] = [at(ends, a, 'listen'), at(ends, b, 'talk')];
      return listeners.flatMap((listener): RuleResult[] => {
        const talker = talkers.find((t) => t.link.kind === listener.link.kind);
        return talker && isSilent(context, talker, listener) ? [lacking(context, cable, talker, listener)] : [];
      });
    }),
  );
};

const at = (ends: readonly LinkEnd[], pin: PinRef, never: 'listen' | 'talk'): LinkEnd[] =>
  ends.filter((e) => e.part.id === pin.part && e.link.pins.data!.port === pin.port && e.link.way !== never);

/** Plugs that a lead joins, each pair both ways round. */
function portPairs({ wires }: Cable): [PinRef, PinRef][] {
  const pairs = new Map<string, [PinRef, PinRef]>();
  for (const { from, to } of wires)
    for (const [a, b] of [
      [from, to],
      [to, from],
    ] as const)
      pairs.set(`${a.part}.${a.port} ${b.part}.${b.port}`, [a, b]);
  return [...pairs.values()];
}

/** Kinds that bring all channels at once: one of them will do. */
const CHANNELS: ReadonlySet<LinkKind> = new Set(['sbus', 'ppm', 'crsf']);

/** Nothing is on the pin that hears, and what it would say comes no other way. Each pulse is one of its own, and heard at one pin of a plug. */
function isSilent({ rig, conversations }: RuleContext, talker: LinkEnd, listener: LinkEnd): boolean {
  if (wiresAt(rig, pinOf(listener, listener.link.pins.data!)).length) return false;
  const { kind } = listener.link;
  const sameAs = (other: LinkKind): boolean => (CHANNELS.has(kind) ? CHANNELS.has(other) : other === kind);
  const isOfBoth = (c: Conversation): boolean =>
    sameAs(c.kind) && c.talker.part === talker.part && c.listener.part === listener.part;
  const isThisPulse = (c: Conversation): boolean =>
    c.talker.link === talker.link && c.listener.link.pins.data?.port === listener.link.pins.data!.port;
  return !conversations.some((c) => isOfBoth(c) && (kind !== 'pulse' || isThisPulse(c)));
}

function lacking({ rig }: RuleContext, cable: Cable, talker: LinkEnd, listener: LinkEnd): RuleResult {
  const [from, to] = [pinOf(talker, talker.link.pins.data!), pinOf(listener, listener.link.pins.data!)];
  const lengthMm = cable.wires[0]?.lengthMm ?? leadLength(rig, from.part, to.part).needMm;
  const edit: Edit = {
    kind: 'addWire',
    cable: cable.id,
    wire: { from, to, colour: 'white', gaugeAwg: 28, lengthMm },
  };
  return {
    rule: 'signal-missing',
    mark: 'stop',
    station: 'loom',
    subjects: [cable.id, talker.part.id, listener.part.id],
    apart: `${to.port}.${to.pin}`,
    figures: [
      { name: 'cable', value: cable.id },
      { name: 'talker', value: talker.part.id },
      { name: 'listener', value: listener.part.id },
      { name: 'kind', value: LINK_WORDS[listener.link.kind] },
      { name: 'port', value: portLabel(rig, to) },
    ],
    fixes: () => [{ label: 'Add the signal wire', edits: [edit] }],
  };
}
