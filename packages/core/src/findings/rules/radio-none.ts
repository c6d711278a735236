import { heardBy, saidBy } from '../../loom/index.js';
import { hearsAir } from '../../parts/index.js';
import { partsWithSheets } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A receiver that is wired to something while nothing on the bench sends what it listens to. */
export const radioNoneRule: Rule = ({ rig, conversations }) =>
  partsWithSheets(rig)
    .filter(({ part, sheet }) => {
      if (!hearsAir(sheet)) return false;
      const talks = saidBy(conversations, part.id).some((c) => c.kind !== 'antenna');
      const hears = heardBy(conversations, part.id).some((c) => c.kind === 'radio');
      return talks && !hears;
    })
    .map(({ part }): RuleResult => ({
      rule: 'radio-none',
      mark: 'watch',
      station: 'channels',
      subjects: [part.id],
      figures: [{ name: 'part', value: part.id }],
      fixes: () => [],
    }));
