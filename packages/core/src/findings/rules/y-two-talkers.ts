import { findConversations, heardBy, pinOf, saidBy, type Conversation, type Trouble } from '../../loom/index.js';
import { linksAt, type Link } from '../../parts/index.js';
import { findPart, findPin, pinKey, settingOf, sheetOf, type Cable, type PinRef, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A Y lead that joins two outputs. One talker and several listeners, never two talkers. @source [practice] */
export const yTwoTalkersRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    for (const talkers of meetingTalkers(rig, cable)) {
      const last = talkers.at(-1);
      if (!last || talkers.length < 2) continue;
      return [
        {
          rule: 'y-two-talkers',
          mark: 'stop',
          station: 'loom',
          subjects: [cable.id, ...talkers.map((t) => t.far.part)],
          figures: [
            { name: 'cable', value: cable.id },
            { name: 'first', value: talkers[0]!.far.part },
            { name: 'second', value: last.far.part },
          ],
          fixes: () => [
            { label: 'Take the second leg off', edits: [{ kind: 'removeWire', cable: cable.id, wire: last.wire }] },
          ],
        },
      ];
    }
    return [];
  });

interface Leg {
  at: PinRef;
  far: PinRef;
  wire: number;
}

/** Kinds of link that a pin is part of, as its part is set. */
function kindsAt(rig: Rig, at: PinRef): Set<string> {
  const sheet = sheetOf(rig, at.part);
  const own = findPart(rig, at.part)!;
  const isLive = ({ when }: Link): boolean => !when || settingOf(sheet, own, when.setting) === when.value;
  return new Set(
    linksAt(sheet, at)
      .filter(isLive)
      .map((l) => l.kind),
  );
}

/** Both ends of a leg speak one kind. */
function isFit(rig: Rig, { at, far }: Leg): boolean {
  const heard = kindsAt(rig, at);
  return [...kindsAt(rig, far)].some((kind) => heard.has(kind));
}

/** Wires of one lead from pins that talk, by the pin they meet on: those first that belong there, whatever their order in the lead. */
function meetingTalkers(rig: Rig, cable: Cable): Leg[][] {
  const ends = cable.wires.flatMap((w, wire) => [
    { at: w.from, far: w.to, wire },
    { at: w.to, far: w.from, wire },
  ]);
  const isOut = (at: PinRef): boolean => findPin(rig, at)?.pin.way === 'out';
  return [...groupBy(ends, (e) => pinKey(e.at)).values()].map((same) => {
    // a wire that is there twice brings one talker
    const talking = [...new Map(same.filter((e) => isOut(e.far)).map((e) => [pinKey(e.far), e])).values()];
    if (talking.length < 2) return talking;
    const amiss = new Map(talking.map((e) => [e, misses(rig, cable, e)]));
    // equal ones in the order of their parts
    const placeOf = ({ far }: Leg): number => rig.parts.findIndex((p) => p.id === far.part);
    return [...talking].sort((a, b) => amiss.get(a)! - amiss.get(b)! || placeOf(a) - placeOf(b));
  });
}

/** What follows from the meeting itself, for either leg. */
const OF_THE_MEETING: ReadonlySet<Trouble> = new Set(['talkers collide', 'no ground']);
/** A leg over which nothing is said that either end knows. */
const NOTHING_SAID = 10;

/**
 * How little a leg belongs there: what is wrong with what is said over it, then whether both ends speak one kind, then whether it is
 * the lone wire of its lead between them.
 */
function misses(rig: Rig, { wires }: Cable, leg: Leg): number {
  const pins = [pinKey(leg.at), pinKey(leg.far)];
  const isOver = ({ talker, listener }: Conversation): boolean => {
    const own = [talker, listener].flatMap((end) => Object.values(end.link.pins).map((p) => pinKey(pinOf(end, p))));
    return pins.every((key) => own.includes(key));
  };
  const troubles = saidBy(findConversations(rig), leg.far.part)
    .concat(heardBy(findConversations(rig), leg.far.part))
    .filter(isOver)
    .map((c) => c.troubles.filter((t) => !OF_THE_MEETING.has(t)).length);
  const ends = [leg.at.part, leg.far.part];
  const isLone = !wires.some((w, i) => i !== leg.wire && ends.includes(w.from.part) && ends.includes(w.to.part));
  return Math.min(NOTHING_SAID, ...troubles) + (isFit(rig, leg) ? 0 : 0.5) + (isLone ? 0.25 : 0);
}

/** Whether these parts meet as talkers in one lead: the lead is then the finding. */
export const meetInOneLead = (rig: Rig, parts: readonly string[]): boolean =>
  rig.cables.some((cable) =>
    meetingTalkers(rig, cable).some(
      (talkers) => talkers.length > 1 && parts.every((id) => talkers.some((t) => t.far.part === id)),
    ),
  );

/** Wires of a lead that bring a second talker onto a pin. */
export const lastLegs = (rig: Rig, cable: Cable): number[] =>
  meetingTalkers(rig, cable).flatMap((talkers) => (talkers.length > 1 ? [talkers.at(-1)!.wire] : []));
