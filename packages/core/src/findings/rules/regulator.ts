import { roundTo } from '../../units/index.js';
import { sheetOf } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Sources over their rated current at peak draw, and regulators out of head room at a flat pack. */
export const regulatorRule: Rule = ({ rig, flat }) =>
  flat.nodes.flatMap((node): RuleResult[] => {
    if (node.kind !== 'regulator' && node.kind !== 'pack') return [];
    const base = { station: 'rails' as const, mark: 'watch' as const, subjects: [node.part], fixes: [] };
    const figures = [
      { name: 'part', value: node.part },
      { name: 'volts', value: roundTo(node.volts, 3), unit: 'V', source: 'network solve' },
      { name: 'amps', value: roundTo(node.amps, 3), unit: 'A', source: 'network solve' },
    ];
    const found: RuleResult[] = [];
    if (node.overloaded) {
      found.push({
        ...base,
        mark: 'stop',
        rule: 'regulator-overload',
        figures: [...figures, { name: 'rated', value: node.maxA!, unit: 'A', source: 'part sheet' }],
      });
    }
    if (node.inDropout) {
      const { regulator } = sheetOf(rig, node.part).sources.find((s) => s.id === node.terminal)!;
      const needs = regulator!.volts + regulator!.dropoutV;
      found.push({
        ...base,
        rule: 'regulator-dropout',
        figures: [...figures, { name: 'needs', value: needs, unit: 'V', source: 'part sheet' }],
      });
    }
    return found;
  });
