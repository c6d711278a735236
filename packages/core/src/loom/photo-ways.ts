import { hearsPhotos, mayTag, sees, tagsPhotos, type Sheet } from '../parts/index.js';
import { oncePerRig, partsThat, type Part } from '../rig/index.js';
import { findConversations, type Conversation } from './conversations.js';

/** How a tagger comes to know of each photo. */
export interface PhotoWay {
  tagger: Part;
  /** The tagger, a box between where there is one, and the camera, as far as it goes. */
  parts: readonly string[];
  /** Where the way to it breaks, in bench words; null when it is told of each photo. */
  breaks: string | null;
}

/** The way of every tagger of a rig, in the order of its parts; of a controller where something tells it of photos. */
export const photoWays = oncePerRig((rig): readonly PhotoWay[] =>
  partsThat(rig, (sheet) => tagsPhotos(sheet) || mayTag(sheet)).flatMap(({ part, sheet }) => {
    const { parts, breaks } = toldBy(findConversations(rig), part, sheet);
    return mayTag(sheet) && !parts.length ? [] : [{ tagger: part, parts: [part.id, ...parts], breaks }];
  }),
);

/** From an input back to a camera: straight, or over one box that works it. */
function toldBy(all: readonly Conversation[], part: Part, sheet: Sheet): Pick<PhotoWay, 'parts' | 'breaks'> {
  const told = intoContact(all, part, sheet);
  if (!told) return { parts: [], breaks: `nothing tells ${part.label} of a photo` };
  const { part: from, sheet: own } = told.talker;
  // a box without a shoe tells of what it asks for itself
  if (sees(own) || !hearsPhotos(own).length) return { parts: [from.id], breaks: null };
  const camera = intoContact(all, from, own)?.talker;
  return camera && sees(camera.sheet)
    ? { parts: [from.id, camera.part.id], breaks: null }
    : { parts: [from.id], breaks: `no camera tells ${from.label} of a photo` };
}

const intoContact = (all: readonly Conversation[], part: Part, sheet: Sheet): Conversation | undefined => {
  const inputs = hearsPhotos(sheet);
  return all.find(
    (c) =>
      c.kind === 'contact' &&
      !c.troubles.length &&
      c.listener.part.id === part.id &&
      inputs.some((l) => l.id === c.listener.link.id),
  );
};
