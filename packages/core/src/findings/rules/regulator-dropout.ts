import { isShortOfRoom, type RailNode, type Rails } from '../../rails/index.js';
import { sheetOf, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { DEAD_V, sourceFigures } from './supply-parts.js';

/** What is not fed at all has no head room to run out of. */
function isFed(rig: Rig, { nodes }: Rails, { part, terminal }: RailNode): boolean {
  const fedBy = sheetOf(rig, part).sources.find((s) => s.id === terminal)?.regulator?.fedBy;
  return nodes.some((n) => n.part === part && n.terminal === fedBy && n.fedBy !== null && n.volts > DEAD_V);
}

/** Regulators out of head room at a flat pack, where something hangs on that very output. */
export const regulatorDropoutRule: Rule = ({ rig, flat }) =>
  flat.nodes
    .filter((node) => isShortOfRoom(node) && flat.nodes.some((n) => n.fedBy === node.part) && isFed(rig, flat, node))
    .map((node): RuleResult => {
      const { regulator } = sheetOf(rig, node.part).sources.find((s) => s.id === node.terminal)!;
      return {
        rule: 'regulator-dropout',
        mark: 'watch',
        station: 'rails',
        subjects: [node.part],
        figures: [
          ...sourceFigures(rig, node),
          { name: 'needs', value: regulator!.volts + regulator!.dropoutV, unit: 'V', source: 'part sheet' },
        ],
        fixes: () => [],
      };
    });
