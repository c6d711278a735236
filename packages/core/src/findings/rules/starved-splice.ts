import { onePins } from '../../loom/index.js';
import { GAUGES, thickestFit, wireOhm, type Rails } from '../../rails/index.js';
import { findCable, findPin, wiresAt, type Edit, type PinRef, type Rig } from '../../rig/index.js';
import { roundTo } from '../../units/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';
import { flatAfter, currentWith } from './after-edits.js';

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
        fixes: () => thickEnough(rig, flat, cable, wire),
      },
    ];
  });

/** The thinnest gauge that keeps the drop small at what then flows, as far as the plugs take it. */
function thickEnough(rig: Rig, flat: Rails, id: string, wire: number): Fix[] {
  const cable = findCable(rig, id)!;
  const own = cable.wires[wire]!;
  const fits = thickestFit(rig, own.from, own.to) ?? THICKEST_AWG;
  for (const gaugeAwg of GAUGES) {
    if (gaugeAwg >= own.gaugeAwg || gaugeAwg < fits) continue;
    const edits = cable.wires.flatMap((w, i): Edit[] =>
      w.gaugeAwg > gaugeAwg ? [{ kind: 'setWire', cable: id, wire: i, gaugeAwg }] : [],
    );
    const amps = flatAfter(rig, edits).wires.find((w) => w.cable === id && w.wire === wire)!.amps;
    if (2 * Math.abs(amps) * wireOhm({ ...own, gaugeAwg }) <= MOST_DROP_V)
      return [currentWith(rig, flat, `Use ${gaugeAwg} AWG`, edits)];
  }
  return [];
}

/** Other cables that hang on the same copper behind the far end: the pin itself, or pins tied to it inside the part. */
function sharersBehind(rig: Rig, cable: string, far: PinRef): string[] {
  const copper = onePins(rig, far).flatMap((at) => wiresAt(rig, at));
  return [...new Set(copper.map((w) => w.cable.id))].filter((id) => id !== cable);
}
