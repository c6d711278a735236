import { partsOfRole } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Packs joined in pair that have not the same number of cells. @source [practice] they must agree within 1 V */
export const packsUnequalRule: Rule = ({ rig, nets }) => {
  const packs = partsOfRole(rig, 'pack').flatMap(({ part, sheet }) =>
    sheet.sources.map((source) => ({
      part,
      cells: source.pack?.cells ?? 0,
      net: nets.netOf({ part: part.id, ...source.plus }),
    })),
  );
  return [
    ...groupBy(
      packs.filter((p) => p.net !== undefined),
      (p) => p.net,
    ).values(),
  ].flatMap((same): RuleResult[] => {
    const odd = same.find((p) => p.cells !== same[0]!.cells);
    if (!odd) return [];
    const cable = rig.cables
      .filter((c) => c.wires.some((w) => w.from.part === odd.part.id || w.to.part === odd.part.id))
      .at(-1);
    return [
      {
        rule: 'packs-unequal',
        mark: 'stop',
        station: 'rails',
        subjects: same.map((p) => p.part.id),
        figures: [
          { name: 'packs', value: same.map((p) => `${p.part.label} ${p.cells} cells`).join(', ') },
          {
            name: 'apart',
            value: Math.abs(odd.cells - same[0]!.cells) * 4.2,
            unit: 'V',
            source: '[practice] 4.20 V a full cell',
          },
          { name: 'agree within', value: 1, unit: 'V', source: '[practice]' },
        ],
        fixes: cable ? [{ label: `Take ${cable.id} off`, edits: [{ kind: 'removeCable', cable: cable.id }] }] : [],
      },
    ];
  });
};
