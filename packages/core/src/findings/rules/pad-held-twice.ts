import { heldTo, isGivenTo, resourceOf, type Conversation } from '../../loom/index.js';
import type { Resource } from '../../parts/index.js';
import { sheetOf, type Edit, type Held, type Rig } from '../../rig/index.js';
import { groupBy, isOneOf } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** A pad or port given to two features. All must be released before it is given away. @source [practice] */
export const heldTwiceRule: Rule = ({ rig, conversations }) =>
  [...groupBy(rig.held, (h) => `${h.part} ${h.resource}`).values()].flatMap((held): RuleResult[] => {
    const [first] = held;
    if (!first || held.length < 2) return [];
    const resource = sheetOf(rig, first.part).resources.find((r) => r.id === first.resource);
    if (resource && isAsShipped(rig, resource, held)) return [];
    const serial = resource?.kind === 'serial';
    return [
      {
        rule: 'pad-held-twice',
        mark: serial ? 'stop' : 'watch',
        station: 'loom',
        subjects: [first.part],
        figures: [
          { name: 'part', value: first.part },
          { name: 'resource', value: resource?.label ?? first.resource },
          { name: 'holders', value: held.map((h) => h.to).join(', ') },
        ],
        fixes: () => releaseFix(held, conversations),
      },
    ];
  });

/** Whether a lead on a port or pad needs it to be given as one of its holders has it. */
const isSpokenOver = (conversations: readonly Conversation[], held: Held): boolean =>
  conversations.some((c) =>
    [
      [c.talker, c.listener],
      [c.listener, c.talker],
    ].some(([own, other]) => {
      if (own!.part.id !== held.part || resourceOf(own!)?.id !== held.resource) return false;
      const given = heldTo(own!, other!);
      return given !== null && isGivenTo(held, given.to, other!);
    }),
  );

/** All is released but what a lead on it needs; where leads need two things, hands must move one of them. */
function releaseFix(held: readonly Held[], conversations: readonly Conversation[]): Fix[] {
  const kept = held.filter((h) => isSpokenOver(conversations, h));
  if (kept.length > 1) return [];
  const edits = held
    .filter((h) => !kept.includes(h))
    .map(({ part, resource, to }): Edit => ({ kind: 'release', part, resource, to }));
  const all = held.length === 2 ? 'Release both' : 'Release all';
  return [{ label: kept[0] ? `Keep ${kept[0].to} alone` : all, edits }];
}

/** A pad as the maker ships it, with nothing on it, is nobody's mistake. */
function isAsShipped(rig: Rig, resource: Resource, held: readonly Held[]): boolean {
  const wired = rig.cables.some((c) =>
    c.wires.some((w) =>
      [w.from, w.to].some((at) => at.part === held[0]!.part && at.port === resource.port && at.pin === resource.pin),
    ),
  );
  return !wired && held.every((h) => isOneOf(resource.heldWhenNew ?? [], h.to));
}
