import type { RailNode } from '../../rails/index.js';
import { roundTo } from '../../units/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { bandFigures, cablesAt, thickerFix } from './supply-parts.js';

/** A load under this margin at a flat pack and peak draw is worth a look, V. @source [practice] */
const THIN_V = 0.25;

/** A load inside its band with little to spare at a flat pack. */
export const supplyThinRule: Rule = (context) =>
  context.flat.nodes.flatMap((flat, i): RuleResult[] => {
    const full = context.full.nodes[i]!;
    if (flat.kind !== 'load' || !flat.allowed || flat.fedBy === null) return [];
    const inside = flat.marginV! >= 0 && full.marginV! >= 0;
    // only what sinks counts: near the upper edge nothing gets worse as the pack empties
    const sinks = flat.volts - flat.allowed[0] < flat.allowed[1] - flat.volts;
    return inside && flat.marginV! < THIN_V && sinks ? [thinMargin(context, flat)] : [];
  });

function thinMargin({ rig }: RuleContext, flat: RailNode): RuleResult {
  const gauge = thickerFix(rig, flat);
  return {
    rule: 'supply-thin',
    mark: 'watch',
    station: 'rails',
    subjects: [flat.part, ...cablesAt(rig, flat)],
    figures: [
      ...bandFigures(flat),
      { name: 'volts', value: roundTo(flat.volts, 3), unit: 'V', source: 'network solve' },
      { name: 'margin', value: roundTo(flat.volts - flat.allowed![0], 3), unit: 'V' },
      { name: 'look under', value: THIN_V, unit: 'V', source: '[practice]' },
    ],
    fixes: gauge ? [gauge] : [],
  };
}
