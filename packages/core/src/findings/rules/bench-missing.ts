import type { Rule, RuleResult } from '../finding.js';

/** Parts not ticked off on the bench. */
export const benchRule: Rule = ({ rig }) =>
  rig.parts
    .filter((part) => !part.onBench)
    .map((part): RuleResult => ({
      rule: 'bench-missing',
      mark: 'watch',
      station: 'brief',
      subjects: [part.id],
      figures: [{ name: 'part', value: part.id }],
      fixes: () => [{ label: 'It is here', edits: [{ kind: 'tick', part: part.id, onBench: true }] }],
    }));
