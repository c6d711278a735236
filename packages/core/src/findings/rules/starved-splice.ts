import { thickestFit, wireOhm } from '../../rails/index.js';
import { findCable, findPin, sheetOf, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A shared lead that loses more than this starves what hangs behind it, V there and back. @source [practice] */
const MOST_DROP_V = 0.25;
const THICKEST_AWG = 14;

/** A lead into a splice, or into a part whose plugs hand the supply on, that loses too much for all behind it. */
export const starvedSpliceRule: Rule = ({ rig, flat }) =>
  flat.wires.flatMap(({ cable, wire, amps }): RuleResult[] => {
    const own = findCable(rig, cable)!.wires[wire]!;
    const dropV = 2 * Math.abs(amps) * wireOhm(own);
    if (dropV <= MOST_DROP_V || findPin(rig, own.from)?.pin.line !== 'supply') return [];
    const far = amps > 0 ? own.to : own.from;
    const shared = sharersBehind(rig, cable, far);
    if (!shared.length) return [];
    const gaugeAwg = Math.max(thickestFit(rig, own.from, own.to) ?? THICKEST_AWG, own.gaugeAwg - 4);
    const after = 2 * Math.abs(amps) * wireOhm({ ...own, gaugeAwg });
    const edits: Edit[] = findCable(rig, cable)!.wires.map((_, i) => ({ kind: 'setWire', cable, wire: i, gaugeAwg }));
    return [
      {
        rule: 'starved-splice',
        mark: 'watch',
        station: 'rails',
        subjects: [cable, far.part, ...shared],
        figures: [
          { name: 'cable', value: cable },
          { name: 'drop', value: roundTo(dropV, 2), unit: 'V', source: 'network solve' },
          { name: 'look over', value: MOST_DROP_V, unit: 'V', source: '[practice]' },
          { name: 'cables', value: shared.join(', ') },
        ],
        fixes: () => (gaugeAwg < own.gaugeAwg && after <= MOST_DROP_V ? [{ label: `Use ${gaugeAwg} AWG`, edits }] : []),
      },
    ];
  });

/** Other cables that hang on the same copper behind the far end: the pin itself, or pins tied to it inside the part. */
function sharersBehind(rig: Rig, cable: string, far: PinRef): string[] {
  const tie = sheetOf(rig, far.part).ties.find((t) => t.some((at) => at.port === far.port && at.pin === far.pin)) ?? [
    far,
  ];
  const touches = (at: PinRef): boolean =>
    at.part === far.part && tie.some((t) => t.port === at.port && t.pin === at.pin);
  return rig.cables
    .filter((c) => c.id !== cable && c.wires.some((w) => touches(w.from) || touches(w.to)))
    .map((c) => c.id);
}
