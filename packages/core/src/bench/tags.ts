/** What a tagger notes of the photos that are taken. */
import { isSerial, findConversations, photoWays, type PhotoWay } from '../loom/index.js';
import { flies } from '../parts/index.js';
import { sheetOf, type Rig } from '../rig/index.js';
import type { Bench } from './compile.js';
import { isAwakeAt } from './run.js';
import type { BenchState } from './state.js';

/** Sight of a tagger when a photo is taken, and what it reads when all is well. */
export const tagSight = (part: string): string => `${part}.tags`;
export const TAGGED = 'notes each photo';

/** It is told of each photo, and what it notes goes to somebody, or stays with it: with a controller, and where it has no pair to say it by. */
export const notesPhotos = (rig: Rig, { tagger: { id }, breaks }: PhotoWay): boolean =>
  !breaks &&
  (flies(sheetOf(rig, id)) ||
    !sheetOf(rig, id).links.some(isSerial) ||
    findConversations(rig).some(
      (c) =>
        isSerial(c.talker.link) && !c.troubles.length && [c.talker, c.listener].some((e) => e.part.id === id),
    ));

/** Whether each photo is noted: while all on the way are awake. */
export function tagSights({ rig, parts }: Bench, id: string): [string, (state: BenchState) => string | null][] {
  return photoWays(rig)
    .filter((way) => way.tagger.id === id)
    .map((way) => {
      const through = way.parts.map((own) => parts.findIndex((p) => p.part.id === own));
      const isNoted = notesPhotos(rig, way);
      return [tagSight(id), (state) => (isNoted && through.every((i) => isAwakeAt(state, i)) ? TAGGED : null)];
    });
}
