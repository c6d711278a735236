import { PICTURE_KINDS } from '../../loom/index.js';
import { partsOfRole, partsWithSheets } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A camera whose picture no lead takes, on a bench that could take one of its kind. */
export const pictureNowhereRule: Rule = ({ rig, conversations }) => {
  const taken = new Set(
    partsWithSheets(rig).flatMap(({ sheet }) => sheet.links.filter((l) => l.way === 'listen').map((l) => l.kind)),
  );
  const arrives = partsWithSheets(rig).some(
    ({ sheet }) => !sheet.pictures.length && sheet.links.some((l) => l.way === 'listen' && PICTURE_KINDS.has(l.kind)),
  );
  if (!arrives) return [];
  return partsOfRole(rig, 'camera').flatMap(({ part, sheet }): RuleResult[] => {
    const outs = sheet.links.filter((l) => l.way === 'talk' && PICTURE_KINDS.has(l.kind));
    const goes = conversations.some((c) => c.talker.part.id === part.id && PICTURE_KINDS.has(c.kind));
    if (goes || !outs.some((l) => taken.has(l.kind))) return [];
    return [
      {
        rule: 'picture-nowhere',
        mark: 'watch',
        station: 'loom',
        subjects: [part.id],
        figures: [
          { name: 'part', value: part.id },
          { name: 'gives', value: outs.map((l) => l.kind).join(', '), source: 'part sheet' },
        ],
        fixes: [],
      },
    ];
  });
};
