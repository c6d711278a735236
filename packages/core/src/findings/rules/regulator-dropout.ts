import { sheetOf } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { sourceFigures } from './supply-parts.js';

/** Regulators out of head room at a flat pack, where something hangs on them. */
export const regulatorDropoutRule: Rule = ({ rig, flat }) =>
  flat.nodes
    .filter((node) => node.inDropout && flat.nodes.some((n) => n.fedBy === node.part))
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
