import type { Rule, RuleResult } from '../finding.js';
import { unequalPacks } from './pack-pairs.js';
import { PACKS_AGREE_V } from '../../rails/index.js';
import { roundTo, volts } from '../../units/index.js';

/** Packs joined in pair whose volts at rest differ. @source [practice] they must agree within 1 V, or one does the work */
export const packsUnequalRule: Rule = ({ rig }) =>
  unequalPacks(rig).map(({ packs, apartV }): RuleResult => ({
    rule: 'packs-unequal',
    mark: 'stop',
    station: 'rails',
    subjects: packs.map((p) => p.part.id),
    figures: [
      { name: 'packs', value: packs.map((p) => `${p.part.label} ${volts(p.restV)}`).join(', ') },
      { name: 'apart', value: roundTo(apartV, 2), unit: 'V', source: '[practice] rest volts of the cells' },
      { name: 'agree within', value: PACKS_AGREE_V, unit: 'V', source: '[practice]' },
    ],
    // hands charge or change a pack; taking one off would leave its loads without
    fixes: () => [],
  }));
