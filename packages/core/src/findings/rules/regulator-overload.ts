import type { Rule, RuleResult } from '../finding.js';
import { sourceFigures } from './supply-parts.js';

/** Sources over their rated current at peak draw and a flat pack. */
export const regulatorOverloadRule: Rule = ({ rig, flat }) =>
  flat.nodes
    .filter((node) => node.overloaded)
    .map((node): RuleResult => ({
      rule: 'regulator-overload',
      mark: 'stop',
      station: 'rails',
      subjects: [node.part],
      figures: [...sourceFigures(rig, node), { name: 'rated', value: node.maxA!, unit: 'A', source: 'part sheet' }],
      fixes: () => [],
    }));
