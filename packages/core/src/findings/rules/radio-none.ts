import { hearsAir } from '../../parts/index.js';
import { partsWithSheets } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A receiver that is wired to something while nothing on the bench sends what it listens to. */
export const radioNoneRule: Rule = ({ rig, conversations }) =>
  partsWithSheets(rig)
    .filter(({ part, sheet }) => {
      const talks = conversations.some((c) => c.talker.part.id === part.id && c.kind !== 'antenna');
      const hears = conversations.some((c) => c.listener.part.id === part.id && c.kind === 'radio');
      return hearsAir(sheet) && talks && !hears;
    })
    .map(({ part }): RuleResult => ({
      rule: 'radio-none',
      mark: 'watch',
      station: 'channels',
      subjects: [part.id],
      figures: [{ name: 'part', value: part.id }],
      fixes: () => [],
    }));
