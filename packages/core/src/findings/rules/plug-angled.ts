import { leadLength } from '../../loom/index.js';
import { findPart, sheetOf, type Place } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';
import { lengthEdits, longestMm, plainLeads } from './lead-parts.js';

/** A lead that leaves the wrong way needs this much more to turn round, mm. @source [practice] */
const TURN_MM = 40;
/** Nearer than this, a side is no wrong side, mm. */
const BESIDE_MM = 15;

/** An angled plug that sends its lead away from where it must go. @source [practice] */
export const plugAngledRule: Rule = ({ rig }) =>
  plainLeads(rig).flatMap(({ cable, from, to }) =>
    [
      [from, to],
      [to, from],
    ].flatMap(([own, other]): RuleResult[] => {
      const end = cable.ends.find((e) => e.part === own);
      const angled = end && sheetOf(rig, own!).ports.find((p) => p.id === end.port)?.plug.angled;
      const [a, b] = [findPart(rig, own!)?.place, findPart(rig, other!)?.place];
      if (!end || !angled || !a || !b || awayMm(angled, a, b) <= BESIDE_MM) return [];
      const wanted = leadLength(rig, from, to).needMm + TURN_MM;
      if (longestMm(rig, cable.id, to) >= wanted) return [];
      return [
        {
          rule: 'plug-angled',
          mark: 'watch',
          station: 'loom',
          subjects: [cable.id, own!],
          figures: [
            { name: 'cable', value: cable.id },
            { name: 'part', value: own! },
            { name: 'port', value: end.portLabel },
            { name: 'faces', value: angled },
            { name: 'away', value: Math.round(awayMm(angled, a, b)), unit: 'mm', source: 'places of the parts' },
            { name: 'needs', value: wanted, unit: 'mm' },
          ],
          fixes: () => [{ label: `Turn it round, ${wanted} mm`, edits: lengthEdits(rig, cable.id, to, wanted) }],
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
