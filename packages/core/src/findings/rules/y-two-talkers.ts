import { findPin, pinKey, type PinRef } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A Y lead that joins two outputs. One talker and several listeners, never two talkers. @source [practice] */
export const yTwoTalkersRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable): RuleResult[] => {
    const isOut = (at: PinRef): boolean => findPin(rig, at)?.pin.way === 'out';
    const ends = cable.wires.flatMap((w, wire) => [
      { at: w.from, far: w.to, wire },
      { at: w.to, far: w.from, wire },
    ]);
    for (const same of groupBy(ends, (e) => pinKey(e.at)).values()) {
      const talkers = same.filter((e) => isOut(e.far));
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
