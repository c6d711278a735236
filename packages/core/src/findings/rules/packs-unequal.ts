import { PACKS_AGREE_V, packV, ownShare } from '../../rails/index.js';
import { isPack } from '../../parts/index.js';
import { partsWithSheets } from '../../rig/index.js';
import { groupBy, roundTo, volts } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Packs joined in pair whose volts at rest differ. @source [practice] they must agree within 1 V, or one does the work */
export const packsUnequalRule: Rule = ({ rig, nets }) => {
  const packs = partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .flatMap(({ part, sheet }) =>
      sheet.sources.flatMap((source) => {
        if (!source.pack) return [];
        const { cells, chemistry = 'lithium-polymer' } = source.pack;
        const restV = part.charge?.volts ?? packV(cells, ownShare(part, cells, chemistry), chemistry);
        return [{ part, cells, restV, net: nets.netOf({ part: part.id, ...source.plus }) }];
      }),
    );
  const wired = packs.filter((p) => p.net !== undefined);
  return [...groupBy(wired, (p) => p.net).values()].flatMap((same): RuleResult[] => {
    const [least, most] = [Math.min(...same.map((p) => p.restV)), Math.max(...same.map((p) => p.restV))];
    const apart = most - least;
    if (same.length < 2 || apart <= PACKS_AGREE_V) return [];
    return [
      {
        rule: 'packs-unequal',
        mark: 'stop',
        station: 'rails',
        subjects: same.map((p) => p.part.id),
        figures: [
          { name: 'packs', value: same.map((p) => `${p.part.label} ${volts(p.restV)}`).join(', ') },
          { name: 'apart', value: roundTo(apart, 2), unit: 'V', source: '[practice] rest volts of the cells' },
          { name: 'agree within', value: PACKS_AGREE_V, unit: 'V', source: '[practice]' },
        ],
        // hands charge or change a pack; taking one off would leave its loads without
        fixes: () => [],
      },
    ];
  });
};
