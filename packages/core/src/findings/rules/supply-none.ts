import type { RailNode } from '../../rails/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { bandFigures, leadFixes } from './supply-parts.js';

/** A supply that no lead reaches. */
export const supplyNoneRule: Rule = (context) =>
  context.full.nodes.flatMap((node) =>
    node.allowed && node.fedBy === null && !isSpare(context, node) ? [unfed(context, node)] : [],
  );

/** A regulator on which nothing hangs may lie on the bench unfed. */
const isSpare = ({ full }: RuleContext, node: RailNode): boolean =>
  node.kind === 'regulator input' && !full.nodes.some((n) => n.fedBy === node.part);

function unfed({ rig }: RuleContext, node: RailNode): RuleResult {
  return {
    rule: 'supply-none',
    mark: 'stop',
    station: 'loom',
    alsoAt: ['rails'],
    subjects: [node.part],
    figures: [...bandFigures(node), { name: 'volts', value: 0, unit: 'V', source: 'network solve' }],
    fixes: leadFixes(rig, node),
  };
}
