import { apartMm, leadLength } from '../../loom/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { lengthEdits, longestMm, limbsOf } from './lead-parts.js';

/** A lead shorter than the way along the frame; shorter than straight across it cannot be plugged at all. */
export const cableShortRule: Rule = ({ rig }) =>
  limbsOf(rig).flatMap((limb): RuleResult[] => {
    const { cable, from, to } = limb;
    const need = leadLength(rig, from, to);
    const long = longestMm(limb);
    if (!need.placed || long >= need.pathMm) return [];
    const straightMm = Math.round(apartMm(rig, from, to)!);
    return [
      {
        rule: 'cable-short',
        mark: long < straightMm ? 'stop' : 'watch',
        station: 'loom',
        subjects: [cable, from, to],
        figures: [
          { name: 'cable', value: cable },
          { name: 'from', value: from },
          { name: 'to', value: to },
          { name: 'long', value: long, unit: 'mm' },
          { name: 'path', value: need.pathMm, unit: 'mm', source: 'places of the parts' },
          { name: 'straight', value: straightMm, unit: 'mm', source: 'places of the parts' },
        ],
        fixes: () => [{ label: `Make it ${need.needMm} mm`, edits: lengthEdits(rig, limb, need.needMm) }],
      },
    ];
  });
