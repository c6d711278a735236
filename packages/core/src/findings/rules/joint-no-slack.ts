import { leadLength, type LeadLength } from '../../loom/index.js';
import { labelOf, type Rig } from '../../rig/index.js';
import { groupBy, listed } from '../../units/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { lengthEdits, longestMm, limbsOf } from './lead-parts.js';

/** A lead across a moving joint that reaches, but has no slack for the turn. @source [practice] it rides with the moving part, or has a loop */
export const jointNoSlackRule: Rule = ({ rig }) =>
  limbsOf(rig).flatMap((limb): RuleResult[] => {
    const { cable, from, to } = limb;
    const need = leadLength(rig, from, to);
    const long = longestMm(limb);
    if (!need.placed || !need.joints.length || long >= need.needMm || long < need.pathMm) return [];
    return [
      {
        rule: 'joint-no-slack',
        mark: 'watch',
        station: 'loom',
        subjects: [cable, from, to],
        figures: [
          { name: 'cable', value: cable },
          { name: 'joints', value: jointText(rig, need.joints) },
          { name: 'long', value: long, unit: 'mm' },
          { name: 'needs', value: need.needMm, unit: 'mm', source: 'places of the parts' },
          { name: 'slack', value: need.slackMm, unit: 'mm', source: '[practice] a loop of 25 mm radius' },
        ],
        fixes: () => [{ label: `Make it ${need.needMm} mm`, edits: lengthEdits(rig, limb, need.needMm) }],
      },
    ];
  });

/** `Gimbal tilt and pan`: each carrier once. */
function jointText(rig: Rig, joints: LeadLength['joints']): string {
  const byPart = groupBy(joints, (j) => j.part);
  return [...byPart].map(([part, own]) => `${labelOf(rig, part)} ${listed(own.map((j) => j.joint))}`).join(', ');
}
