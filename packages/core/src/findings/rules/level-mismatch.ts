import { findPin, type PinRef, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** What lets a 5 V output meet a 3.3 V input without harm at these speeds, Ω. @source [practice] */
const GUARD_OHM = 1000;

/** An output that drives higher than the input stands. */
export const levelMismatchRule: Rule = ({ rig }) =>
  rig.cables.flatMap((cable) =>
    cable.wires.flatMap((wire, index): RuleResult[] => {
      const hit = drives(rig, wire.from, wire.to) ?? drives(rig, wire.to, wire.from);
      // behind an inverter it is the inverter's own output that meets the input
      if (!hit || wire.inline?.kind === 'resistor' || wire.inline?.kind === 'inverter') return [];
      return [
        {
          rule: 'level-mismatch',
          mark: 'stop',
          station: 'loom',
          subjects: [cable.id, hit.talker.part, hit.listener.part],
          figures: [
            { name: 'cable', value: cable.id },
            { name: 'talker', value: hit.talker.part },
            { name: 'listener', value: hit.listener.part },
            { name: 'drives', value: hit.levelV, unit: 'V', source: 'part sheet' },
            { name: 'stands', value: hit.toleratesV, unit: 'V', source: 'part sheet' },
          ],
          // what sits in the wire already is not thrown out for it
          fixes: () =>
            wire.inline
              ? []
              : [
                  {
                    label: `Put ${GUARD_OHM} Ω in`,
                    edits: [
                      { kind: 'setWire', cable: cable.id, wire: index, inline: { kind: 'resistor', ohm: GUARD_OHM } },
                    ],
                  },
                ],
        },
      ];
    }),
  );

function drives(rig: Rig, talker: PinRef, listener: PinRef) {
  const levelV = findPin(rig, talker)?.pin.levelV;
  const toleratesV = findPin(rig, listener)?.pin.toleratesV;
  return levelV !== undefined && toleratesV !== undefined && levelV > toleratesV
    ? { talker, listener, levelV, toleratesV }
    : null;
}
