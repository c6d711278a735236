import type { RailNode } from '../../rails/index.js';
import { hairV, roundTo } from '../../units/index.js';
import { sheetOf, type Rig } from '../../rig/index.js';
import type { Rule, RuleContext, RuleResult } from '../finding.js';
import { otherVoltsFixes } from './other-volts.js';
import { packLacks } from './pack-lacks.js';
import {
  DEAD_V,
  bandFigures,
  cablesAt,
  hangsOnDead,
  isFirstThere,
  isReversed,
  lacksReturn,
  moveFixes,
  railThrough,
} from './supply-parts.js';

/** A supply over or under its band, at a full pack or at a flat one with everything at its peak. */
export const supplyRangeRule: Rule = (context) =>
  context.full.nodes.flatMap((full, i): RuleResult[] => {
    const { rig } = context;
    if (!full.allowed || full.fedBy === null || isReversed(rig, full) || lacksReturn(rig, full)) return [];
    if (hangsOnDead(context, full) || isToldBefore(context, full) || isCutAtPack(rig, full)) return [];
    const flat = context.flat.nodes[i]!;
    const over = Math.max(full.volts, flat.volts) - full.allowed[1];
    const under = full.allowed[0] - Math.min(full.volts, flat.volts);
    return over > 0 || under > hairV(full.allowed) ? [outOfRange(context, full, flat, over > 0)] : [];
  });

/** Nothing comes from a pack that lacks its other wire: that is the finding. */
const isCutAtPack = (rig: Rig, { fedBy, volts }: RailNode): boolean =>
  volts < DEAD_V && fedBy !== null && packLacks(rig, fedBy, sheetOf(rig, fedBy)) !== null;

/** Another supply on the same pins with the same band says it. */
function isToldBefore({ rig, full: { nodes } }: RuleContext, node: RailNode): boolean {
  if (isFirstThere(rig, node)) return false;
  const isSame = (n: RailNode): boolean | undefined =>
    n.part === node.part && n.port === node.port && n.allowed?.every((v, i) => v === node.allowed?.[i]);
  return nodes.find(isSame) !== node;
}

/** What it is fed through stands outside its own band: that is mended, and it with it. */
function isOutWithItsRail({ rig, full, flat }: RuleContext, node: RailNode): boolean {
  const rail = railThrough(rig, node);
  return [full, flat].some(({ nodes }) =>
    nodes.some(
      (n) => n.part === rail?.part && n.terminal === rail.terminal && n.allowed && n.marginV !== null && n.marginV < 0,
    ),
  );
}

function outOfRange(context: RuleContext, full: RailNode, flat: RailNode, tooMuch: boolean): RuleResult {
  const { rig } = context;
  const worst = tooMuch ? Math.max(full.volts, flat.volts) : Math.min(full.volts, flat.volts);
  return {
    rule: 'supply-range',
    mark: 'stop',
    station: 'loom',
    alsoAt: ['rails'],
    subjects: [full.part, ...cablesAt(rig, full)],
    figures: [
      ...bandFigures(rig, full),
      { name: 'volts', value: roundTo(worst, 3), unit: 'V', source: 'network solve' },
      { name: 'fed by', value: full.fedBy! },
      { name: 'at', value: worst === full.volts ? 'a full pack' : 'a flat pack, peak draw' },
    ],
    fixes: () =>
      isOutWithItsRail(context, full) ? [] : [...otherVoltsFixes(context, full), ...moveFixes(context, full)],
  };
}
