import { leadLength } from '../../loom/index.js';
import { findPart, portLabel, sheetOf, type Place } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { lengthEdits, limbsOf, longestMm, portAt } from './lead-parts.js';

/** A lead that leaves the wrong way needs this much more to turn round, mm. @source [practice] */
const TURN_MM = 40;
/** Nearer than this, a side is no wrong side, mm. */
const BESIDE_MM = 15;

/** An angled plug that sends its lead away from where it must go. @source [practice] */
export const plugAngledRule: Rule = ({ rig }) =>
  limbsOf(rig).flatMap((limb) =>
    [
      [limb.from, limb.to],
      [limb.to, limb.from],
    ].flatMap(([own, other]): RuleResult[] => {
      const port = portAt(limb, own!);
      const angled = sheetOf(rig, own!).ports.find((p) => p.id === port)?.plug.angled;
      const [a, b] = [findPart(rig, own!)?.place, findPart(rig, other!)?.place];
      if (!angled || !a || !b || awayMm(angled, a, b) <= BESIDE_MM) return [];
      const wanted = leadLength(rig, limb.from, limb.to).needMm + TURN_MM;
      if (longestMm(limb) >= wanted) return [];
      return [
        {
          rule: 'plug-angled',
          mark: 'watch',
          station: 'loom',
          subjects: [limb.cable, own!],
          figures: [
            { name: 'cable', value: limb.cable },
            { name: 'part', value: own! },
            { name: 'port', value: portLabel(rig, { part: own!, port }) },
            { name: 'faces', value: angled },
            { name: 'away', value: Math.round(awayMm(angled, a, b)), unit: 'mm', source: 'places of the parts' },
            { name: 'needs', value: wanted, unit: 'mm' },
          ],
          fixes: () => [{ label: `Turn it round, ${wanted} mm`, edits: lengthEdits(rig, limb, wanted) }],
        },
      ];
    }),
  );

/** How far the partner lies on the side the plug looks away from. */
function awayMm(angled: 'left' | 'right' | 'up' | 'down', a: Place, b: Place): number {
  if (angled === 'left') return b.yMm - a.yMm;
  if (angled === 'right') return a.yMm - b.yMm;
  return angled === 'up' ? a.zMm - b.zMm : b.zMm - a.zMm;
}
