import { photoWays } from '../../loom/index.js';
import { hearsPhotos, sees, tellsPhotos } from '../../parts/index.js';
import { partsWithSheets, type Edit, type Rig } from '../../rig/index.js';
import { leadBetween } from './lead-between.js';
import type { Rule, RuleResult } from '../finding.js';

/**
 * A tagger that would hear of each photo by a lead from a camera or a box that tells of them, and does not: no place is noted.
 * @source [practice]
 */
export const photoUntoldRule: Rule = ({ rig }) =>
  photoWays(rig).flatMap(({ tagger, parts, breaks }): RuleResult[] => {
    const lead = breaks && leadTo(rig, parts.at(-1)!);
    if (!lead) return [];
    return [
      {
        rule: 'photo-untold',
        mark: 'watch',
        station: 'loom',
        subjects: [...parts],
        figures: [
          { name: 'part', value: tagger.id },
          { name: 'why', value: breaks },
        ],
        fixes: () => [{ label: 'Lead to the camera', edits: [lead] }],
      },
    ];
  });

/** From a contact that tells of photos to where the way ends now; a box is told by cameras alone. */
function leadTo(rig: Rig, at: string): Edit | undefined {
  const all = partsWithSheets(rig);
  const own = all.find(({ part }) => part.id === at)!;
  const from = all.filter(({ part, sheet }) => part.id !== at && (!own.sheet.functions.length || sees(sheet)));
  const leads = from.flatMap((teller) =>
    tellsPhotos(teller.sheet).flatMap((link) =>
      hearsPhotos(own.sheet).flatMap(
        (hears) => leadBetween(rig, { ...teller, link, live: true }, { ...own, link: hears, live: true }) ?? [],
      ),
    ),
  );
  return leads[0];
}
