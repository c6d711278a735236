import { holdsTwo } from '../../parts/index.js';
import { findConversations, type Conversation } from '../../loom/index.js';
import { findPin, oncePerRig, portLabel, wiresAt, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { isStray } from './stray-wire.js';
import { lastLegs } from './y-two-talkers.js';

/**
 * One signal pin in two plugs. A Y lead is one cable and may share a pin; supply pins may be spliced, and under a screw or the iron two
 * leads may end.
 */
export const portTwiceRule: Rule = ({ rig }) =>
  pinsUsedTwice(rig)
    .filter(({ stray }) => !isSecondTalker(rig, stray))
    .map(({ at: { part, port }, cables, stray }): RuleResult => ({
      rule: 'port-used-twice',
      mark: 'stop',
      station: 'loom',
      subjects: [part, ...cables],
      figures: [
        { name: 'part', value: part },
        { name: 'port', value: portLabel(rig, { part, port }) },
        { name: 'cables', value: cables.join(', ') },
      ],
      fixes: () => [takeOff(rig, stray)],
    }));

/** The wire that missed brings a second talker onto a pin of its lead: that is the finding. */
function isSecondTalker(rig: Rig, { cable, wires }: Stray): boolean {
  const legs = lastLegs(
    rig,
    rig.cables.find((c) => c.id === cable)!,
  );
  return wires?.every((w) => legs.includes(w)) ?? false;
}

/** A lead, or some wires of it, that sits on a pin another lead has. */
interface Stray {
  cable: string;
  /** Its wires that missed; null for the lead as a whole. */
  wires: readonly number[] | null;
}

function takeOff(rig: Rig, { cable, wires }: Stray): Fix {
  if (wires === null) return { label: `Take ${cable} off`, edits: [{ kind: 'removeCable', cable }] };
  const edits = wires.toReversed().map((wire): Edit => ({ kind: 'removeWire', cable, wire }));
  const ends = rig.cables.find((c) => c.id === cable)!.wires[wires[0]!]!;
  return { label: `Take the wire to ${portLabel(rig, ends.to)} out of ${cable}`, edits };
}

interface Twice {
  at: PinRef;
  cables: string[];
  stray: Stray;
}

const pinsUsedTwice = oncePerRig((rig): Twice[] => {
  const pins = new Map<string, PinRef>();
  for (const { wires } of rig.cables)
    for (const at of wires.flatMap((w) => [w.from, w.to]))
      if (findPin(rig, at)!.pin.line === 'signal') pins.set(`${at.part} ${at.port} ${at.pin}`, at);
  return [...pins.values()].flatMap((at): Twice[] => {
    const cables = [...new Set(wiresAt(rig, at).map(({ cable }) => cable.id))];
    if (cables.length < 2) return [];
    const missed = missedOf(rig, at, cables);
    const last = holdsTwo(findPin(rig, at)!.port.plug.family) ? null : { cable: cables.at(-1)!, wires: null };
    const stray = missed ?? last;
    return stray ? [{ at, cables, stray }] : [];
  });
});

/** The lead that missed, as its wire there joins what has nothing in common, or two talkers; null where none does. */
function missedOf(rig: Rig, at: PinRef, cables: readonly string[]): Stray | null {
  for (const id of cables) {
    const own = wiresAt(rig, at).filter(({ cable }) => cable.id === id);
    const [{ cable }] = own as [(typeof own)[number]];
    if (!own.every(({ wire, index }) => isStray(rig, wire) || lastLegs(rig, cable).includes(index))) continue;
    return { cable: id, wires: own.length < cable.wires.length ? own.map(({ index }) => index) : null };
  }
  return null;
}

/**
 * Conversations of the wiring without the leads put on taken pins and the second talkers of a Y. What is said over such a wire, or
 * spoilt by it, is not worth a finding of its own: the wire is.
 */
export function soundTalks(rig: Rig): readonly Conversation[] {
  const legs = rig.cables.flatMap((cable) =>
    lastLegs(rig, cable).map((wire): Stray => ({ cable: cable.id, wires: [wire] })),
  );
  const strays = [...pinsUsedTwice(rig).map(({ stray }) => stray), ...legs];
  if (!strays.length) return findConversations(rig);
  const gone = (cable: string, wire: number | null): boolean =>
    strays.some((s) => s.cable === cable && (s.wires === null || (wire !== null && s.wires.includes(wire))));
  const cables = rig.cables
    .filter((c) => !gone(c.id, null))
    .map((c) => (strays.some((s) => s.cable === c.id) ? { ...c, wires: c.wires.filter((_, i) => !gone(c.id, i)) } : c));
  return findConversations({ ...rig, cables });
}
