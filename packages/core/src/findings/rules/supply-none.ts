import { liesSpare } from '../../loom/index.js';
import { isOnlyBetween, wantsOneOf } from '../../parts/index.js';
import type { RailNode } from '../../rails/index.js';
import { sheetOf, wiresAt, type Rig } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { plusFixes, tapFixes } from './plus-in-lead.js';
import {
  bandFigures,
  cablesAt,
  isFirstThere,
  isReversed,
  lacksReturn,
  leadFixes,
  railThrough,
} from './supply-parts.js';

/** A supply that no lead reaches, or whose lead brings a plus and takes nothing back. */
export const supplyNoneRule: Rule = (context) =>
  context.full.nodes.flatMap((node) => {
    if (!node.allowed || isReversed(context.rig, node) || doesWithout(context, node)) return [];
    if (lacksReturn(context.rig, node)) return [unfed(context, node, cablesAt(context.rig, node))];
    const isUnfed = node.fedBy === null && !isSpare(context.rig, node) && isFirstThere(context.rig, node);
    return isUnfed ? [unfed(context, node)] : [];
  });

/**
 * A box that passes on and that no lead touches is asked nothing. A regulator on which nothing hangs may lie on the bench unfed; one that is switched off and has a lead on it is wanted, and so is
 * the only supply of a part that passes signals on.
 */
const isSpare = (rig: Rig, node: RailNode): boolean => {
  const sheet = sheetOf(rig, node.part);
  if (node.kind !== 'regulator input') return isOnlyBetween(sheet) && liesSpare(rig, node.part, sheet);
  const isWired = (pins: { port: string; pin: number }[]): boolean =>
    pins.some((pin) => wiresAt(rig, { part: node.part, ...pin }).length > 0);
  if (isWired(sheet.sources.filter((s) => s.regulator?.fedBy === node.terminal).map((s) => s.plus))) return false;
  const signals = sheet.ports.flatMap((port) =>
    port.pins.filter((p) => p.line === 'signal').map((p) => ({ port: port.id, pin: p.n })),
  );
  return sheet.supplies.length > 1 || !isWired(signals);
};

/** A part on a battery of its own is fed; so is one that does without this supply. Of several, each of which will do, one is missed. */
function doesWithout({ rig, full }: RuleContext, { part, terminal }: RailNode): boolean {
  const sheet = sheetOf(rig, part);
  const [first] = sheet.supplies;
  if (wantsOneOf(sheet)) return terminal !== first!.id || full.nodes.some((n) => n.part === part && n.fedBy !== null);
  return (sheet.inside?.battery || sheet.supplies.find((s) => s.id === terminal)?.optional) ?? false;
}

function unfed(context: RuleContext, node: RailNode, halfWired: string[] = []): RuleResult {
  const rail = railThrough(context.rig, node);
  const isDark = (n: RailNode): boolean => n.part === rail?.part && n.terminal === rail.terminal && n.fedBy === null;
  const through = context.full.nodes.find(isDark);
  return {
    rule: 'supply-none',
    mark: 'stop',
    station: 'loom',
    alsoAt: ['rails'],
    subjects: [node.part, ...halfWired],
    figures: [
      ...bandFigures(context.rig, node),
      { name: 'volts', value: 0, unit: 'V', source: 'network solve' },
      ...(halfWired.length ? [{ name: 'plus by' as const, value: halfWired.join(', ') }] : []),
      ...(through ? [{ name: 'through' as const, value: through.part }] : []),
    ],
    // what it hangs on is mended, and it with it
    fixes: () => {
      if (through) return [];
      const inLead = halfWired.length ? [] : plusFixes(context, node);
      if (inLead.length) return inLead;
      const leads = leadFixes(context, node);
      return leads.length || halfWired.length ? leads : tapFixes(context, node);
    },
  };
}
