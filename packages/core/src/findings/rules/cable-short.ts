import { leadLength } from '../../loom/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { lengthEdits, longestMm, plainLeads } from './lead-parts.js';

/** A lead shorter than the way it must go. */
export const cableShortRule: Rule = ({ rig }) =>
  plainLeads(rig).flatMap(({ cable, from, to }): RuleResult[] => {
    const need = leadLength(rig, from, to);
    const long = longestMm(rig, cable.id, to);
    if (!need.placed || long >= need.pathMm) return [];
    return [
      {
        rule: 'cable-short',
        mark: 'stop',
        station: 'loom',
        subjects: [cable.id, from, to],
        figures: [
          { name: 'cable', value: cable.id },
          { name: 'from', value: from },
          { name: 'to', value: to },
          { name: 'long', value: long, unit: 'mm' },
          { name: 'path', value: need.pathMm, unit: 'mm', source: 'places of the parts' },
        ],
        fixes: () => [{ label: `Make it ${need.needMm} mm`, edits: lengthEdits(rig, cable.id, to, need.needMm) }],
      },
    ];
  });
