import { eyeLinks, isWorkedOver, sees, type Sheet } from '../parts/index.js';
import { oncePerRig, type Part, type Rig } from '../rig/index.js';
import { findConversations, type Conversation } from './conversations.js';

/** A camera that fires with others, by an output of its own of one box. */
export interface Release {
  box: Part;
  camera: Part;
}

/** A box with several outputs for cameras: one told, they all fire. */
export const firesSeveral = (sheet: Sheet): boolean => eyeLinks(sheet).length > 1;

/** A plug with two contacts, one to focus and one to fire, is one lead to one camera. */
const firstOfEach = (rig: Rig): Conversation[] =>
  [
    ...new Map(
      findConversations(rig)
        .toReversed()
        .map((c) => [`${c.talker.part.id} ${c.listener.part.id}`, c] as const),
    ).values(),
  ].toReversed();

/** Every camera that the leads of such a box reach, in the order in which they are wired. */
export const releases: (rig: Rig) => readonly Release[] = oncePerRig((rig) =>
  firstOfEach(rig).flatMap(({ talker, listener, troubles }): Release[] => {
    const isOwn = firesSeveral(talker.sheet) && eyeLinks(talker.sheet).some((l) => l.id === talker.link.id);
    return isOwn && !troubles.length && sees(listener.sheet) && isWorkedOver(listener.sheet, listener.link)
      ? [{ box: talker.part, camera: listener.part }]
      : [];
  }),
);
