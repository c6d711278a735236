import { photoWays, type LinkEnd } from '../../loom/index.js';
import { hearsPhotos, sees, tellsPhotos } from '../../parts/index.js';
import { partsWithSheets, sheetOf, type Rig } from '../../rig/index.js';
import { leadBetween } from './lead-between.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/**
 * A tagger that would hear of each photo, on a bench where a camera or a box tells of them, and does not: no place is noted.
 * @source [practice]
 */
export const photoUntoldRule: Rule = ({ rig }) =>
  photoWays(rig).flatMap(({ tagger, parts, breaks }): RuleResult[] => {
    if (!breaks || !tellersFor(rig, tagger.id).length) return [];
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
        fixes: () => told(rig, parts.at(-1)!),
      },
    ];
  });

/** Contacts that could tell a part of photos: a camera's, a tagger's also those of a box. */
const tellersFor = (rig: Rig, id: string): LinkEnd[] =>
  partsWithSheets(rig).flatMap(({ part, sheet }) =>
    part.id === id || (sheetOf(rig, id).functions.length && !sees(sheet))
      ? []
      : tellsPhotos(sheet).map((link) => ({ part, sheet, link, live: true })),
  );

/** A lead to where the way ends now. */
function told(rig: Rig, at: string): Fix[] {
  const own = partsWithSheets(rig).find(({ part }) => part.id === at)!;
  for (const talker of tellersFor(rig, at))
    for (const link of hearsPhotos(own.sheet)) {
      const lead = leadBetween(rig, talker, { ...own, link, live: true });
      if (lead) return [{ label: `Lead from ${talker.part.label}`, edits: [lead] }];
    }
  return [];
}
