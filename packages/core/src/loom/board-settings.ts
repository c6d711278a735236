import { flies } from '../parts/index.js';
import { partsThat, type Held, type Part, type Rig } from '../rig/index.js';
import { groups3 } from '../units/index.js';
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
  const used = (part: Part, resource: string): boolean => endsAt(conversations, part, resource).length > 0;
  return partsThat(rig, flies).flatMap(({ part, sheet }) =>
    sheet.resources.flatMap((resource): BoardSetting[] => {
      const held = rig.held.filter((h) => h.part === part.id && h.resource === resource.id);
      // what is held once and has nothing on it asks nothing of anybody
      if (held.length < 2 && !used(part, resource.id)) return [];
      return held.map((h) => ({
        part: part.id,
        resource: resource.id,
        text: `${resource.label}: ${h.to}${h.baud ? `, ${groups3(h.baud)} baud` : ''}${waysText(part, h, conversations)}`,
        undoFirst: held.filter((other) => other.to !== h.to).map((other) => other.to),
      }));
    }),
  );
}

function waysText(part: Part, held: Held, conversations: readonly Conversation[]): string {
  const own = endsAt(conversations, part, held.resource);
  const talks = own.some((c) => c.talker.part.id === part.id);
  const hears = own.some((c) => c.listener.part.id === part.id);
  if (talks && hears) return ', both ways';
  return hears ? ', listens only' : talks ? ', talks only' : ', nothing plugged in';
}

/** Conversations that run over a pad or a serial port. */
const endsAt = (conversations: readonly Conversation[], part: Part, resource: string): Conversation[] =>
  conversations.filter((c) =>
    [c.talker, c.listener].some((end) => end.part.id === part.id && resourceOf(end)?.id === resource),
  );
