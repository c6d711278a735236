import { findPin, pinKey, type Cable, type PinRef, type Rig } from '../../rig/index.js';
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
  far: PinRef;
  wire: number;
}

/** Wires of one lead from pins that talk, by the pin they meet on. */
function meetingTalkers(rig: Rig, cable: Cable): Leg[][] {
  const ends = cable.wires.flatMap((w, wire) => [
    { at: w.from, far: w.to, wire },
    { at: w.to, far: w.from, wire },
  ]);
  const isOut = (at: PinRef): boolean => findPin(rig, at)?.pin.way === 'out';
  return [...groupBy(ends, (e) => pinKey(e.at)).values()].map((same) => same.filter((e) => isOut(e.far)));
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
