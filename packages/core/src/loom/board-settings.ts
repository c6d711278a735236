import { flies } from '../parts/index.js';
import { partsThat, type Part, type Rig } from '../rig/index.js';
import { groupBy, groups3 } from '../units/index.js';
import { findConversations, resourceOf, type Conversation } from './conversations.js';

/** One line of a controller's settings, in neutral words. */
export interface BoardSetting {
  part: string;
  resource: string;
  text: string;
  /** Features that must all be released before this can be set. */
  undoFirst: string[];
}

/** What to set on every controller, port by port: who gets it, at what speed, which ways; and what to undo first. */
export function boardSettings(
  rig: Rig,
  conversations: readonly Conversation[] = findConversations(rig),
): BoardSetting[] {
  const ends = endsByResource(conversations);
  const holders = groupBy(rig.held, (h) => placeOf(h.part, h.resource));
  return partsThat(rig, flies).flatMap(({ part, sheet }) =>
    sheet.resources.flatMap((resource): BoardSetting[] => {
      const held = holders.get(placeOf(part.id, resource.id)) ?? [];
      const own = ends.get(placeOf(part.id, resource.id)) ?? [];
      // what is held once and has nothing on it asks nothing of anybody
      if (held.length < 2 && !own.length) return [];
      return held.map((h) => ({
        part: part.id,
        resource: resource.id,
        text: `${resource.label}: ${h.to}${h.baud ? `, ${groups3(h.baud)} baud` : ''}${waysText(part, own)}`,
        undoFirst: held.filter((other) => other.to !== h.to).map((other) => other.to),
      }));
    }),
  );
}

function waysText(part: Part, own: readonly Conversation[]): string {
  const talks = own.some((c) => c.talker.part.id === part.id);
  const hears = own.some((c) => c.listener.part.id === part.id);
  if (talks && hears) return ', both ways';
  return hears ? ', listens only' : talks ? ', talks only' : ', nothing plugged in';
}

const placeOf = (part: string, resource: string): string => `${part}/${resource}`;

/** Conversations that run over each pad or serial port, found in one pass: controllers have dozens of both. */
function endsByResource(conversations: readonly Conversation[]): Map<string, Conversation[]> {
  const places = new Map<string, Conversation[]>();
  for (const conversation of conversations)
    for (const end of new Set([conversation.talker, conversation.listener])) {
      const resource = resourceOf(end);
      if (!resource) continue;
      const place = placeOf(end.part.id, resource.id);
      const there = places.get(place) ?? [];
      if (there.at(-1) !== conversation) places.set(place, [...there, conversation]);
    }
  return places;
}
