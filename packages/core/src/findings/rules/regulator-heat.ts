import { roundTo } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { hotRegulators } from './linear-heat.js';
import { moveFixes } from './supply-parts.js';

/** A linear regulator that turns more into heat than it gets rid of, at a full pack. */
export const regulatorHeatRule: Rule = (context) =>
  hotRegulators(context.rig, context.full, context.flat).map(({ node, inputV, amps, heatW, stands }): RuleResult => {
    const loads = context.full.nodes.filter((n) => n.allowed && n.fedBy === node.part);
    return {
      rule: 'regulator-heat',
      mark: 'stop',
      station: 'rails',
      subjects: [node.part, ...loads.map((n) => n.part)],
      figures: [
        { name: 'part', value: node.part },
        { name: 'in', value: roundTo(inputV, 2), unit: 'V', source: 'network solve' },
        { name: 'out', value: roundTo(node.volts, 2), unit: 'V', source: 'network solve' },
        { name: 'amps', value: roundTo(amps, 2), unit: 'A', source: 'network solve' },
        { name: 'heat', value: roundTo(heatW, 1), unit: 'W', source: '[derived] volts lost times current' },
        { name: 'stands', value: stands.watts, unit: 'W', source: stands.source },
      ],
      fixes: () => (loads.length === 1 ? moveFixes(context, loads[0]!) : []),
    };
  });
