import { PICTURE_KINDS, type Conversation } from '../../loom/index.js';
import { carriesNetwork, isScreen, ownPictures, sees, showsAir, type Sheet } from '../../parts/index.js';
import { partsWithSheets, type Rig } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** Pictures end here: they are shown, or sent over the air. */
const isEnd = (sheet: Sheet): boolean =>
  (!sheet.pictures.length || isScreen(sheet)) &&
  !sees(sheet) &&
  !carriesNetwork(sheet) &&
  sheet.links.some((l) => l.way === 'listen' && PICTURE_KINDS.has(l.kind));

/** Whether what a part gives arrives at a display or a transmitter, over whatever hands it on. */
function arrives(rig: Rig, conversations: readonly Conversation[], part: string, seen = new Set<string>()): boolean {
  if (seen.has(part)) return false;
  seen.add(part);
  return nextTo(conversations, part).some((end) => isEnd(end.sheet) || arrives(rig, conversations, end.part.id, seen));
}

/** Where the pictures of a part go on to; over a hub either way, whichever of its plugs was taken. */
const nextTo = (conversations: readonly Conversation[], part: string): Conversation['listener'][] =>
  conversations
    .filter((c) => PICTURE_KINDS.has(c.kind) && !c.troubles.length)
    .flatMap(({ talker, listener }) => {
      if (talker.part.id === part) return [listener];
      return listener.part.id === part && carriesNetwork(listener.sheet) ? [talker] : [];
    });

/** A camera whose picture reaches no display and no transmitter, on a bench where somebody looks and something takes its kind. */
export const pictureNowhereRule: Rule = ({ rig, conversations }) => {
  const all = partsWithSheets(rig);
  if (!all.some(({ sheet }) => isEnd(sheet) || showsAir(sheet))) return [];
  const taken = new Set(all.flatMap(({ sheet }) => sheet.links.filter((l) => l.way === 'listen').map((l) => l.kind)));
  return all
    .filter(({ sheet }) => sees(sheet))
    .flatMap(({ part, sheet }): RuleResult[] => {
      const outs = ownPictures(sheet);
      if (!outs.some((l) => taken.has(l.kind)) || arrives(rig, conversations, part.id)) return [];
      return [
        {
          rule: 'picture-nowhere',
          mark: 'watch',
          station: 'loom',
          subjects: [part.id],
          figures: [
            { name: 'part', value: part.id },
            { name: 'gives', value: [...new Set(outs.map((l) => l.kind))].join(', '), source: 'part sheet' },
          ],
          fixes: () => [],
        },
      ];
    });
};
