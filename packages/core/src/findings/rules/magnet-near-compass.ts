import { isCompass, type Sheet } from '../../parts/index.js';
import { apartMm } from '../../loom/index.js';
import { partsThat, sheetOf } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A magnet nearer to a compass than this spoils it, mm. @source [practice] */
const AWAY_MM = 300;

/** A magnetic tool on the same bench as a compass, near it or with no place of its own. */
export const magnetNearCompassRule: Rule = ({ rig }) =>
  partsThat(rig, isCompass).flatMap(({ part: compass }) =>
    rig.parts.flatMap((part): RuleResult[] => {
      const apart = apartMm(rig, part.id, compass.id);
      if (!sheetOf(rig, part.id).magnetic || !part.onBench || (apart !== null && apart >= AWAY_MM)) return [];
      return [
        {
          rule: 'magnet-near-compass',
          mark: 'watch',
          station: 'loom',
          subjects: [part.id, compass.id],
          figures: [
            { name: 'part', value: part.id },
            { name: 'compass', value: compass.id },
            { name: 'wants', value: AWAY_MM, unit: 'mm', source: '[practice]' },
          ],
          // a tool is put away; what the rig needs must find another place, by hand
          fixes: () =>
            isTool(sheetOf(rig, part.id))
              ? [{ label: 'Put it away', edits: [{ kind: 'removePart', part: part.id }] }]
              : [],
        },
      ];
    }),
  );

const isTool = (sheet: Sheet): boolean =>
  !sheet.links.length && !sheet.controls.length && !sheet.sources.length && !sheet.supplies.length;
