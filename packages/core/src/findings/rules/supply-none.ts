import type { RailNode } from '../../rails/index.js';
import { sheetOf, type Rig } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { bandFigures, isReversed, leadFixes } from './supply-parts.js';

/** A supply that no lead reaches. */
export const supplyNoneRule: Rule = (context) =>
  context.full.nodes.flatMap((node) =>
    node.allowed &&
    node.fedBy === null &&
    !isReversed(context.rig, node) &&
    !isSpare(context, node) &&
    !fedInside(context.rig, node)
      ? [unfed(context, node)]
      : [],
  );

/** A regulator on which nothing hangs may lie on the bench unfed. */
const isSpare = ({ full }: RuleContext, node: RailNode): boolean =>
  node.kind === 'regulator input' && !full.nodes.some((n) => n.fedBy === node.part);

/** A part on a battery of its own is fed; so is one that does without this supply. */
function fedInside(rig: Rig, node: RailNode): boolean {
  const sheet = sheetOf(rig, node.part);
  return (sheet.inside?.battery ?? false) || (sheet.supplies.find((s) => s.id === node.terminal)?.optional ?? false);
}

function unfed(context: RuleContext, node: RailNode): RuleResult {
  return {
    rule: 'supply-none',
    mark: 'stop',
    station: 'loom',
    alsoAt: ['rails'],
    subjects: [node.part],
    figures: [...bandFigures(node), { name: 'volts', value: 0, unit: 'V', source: 'network solve' }],
    fixes: () => leadFixes(context, node),
  };
}
