import { hasControls, hearsAir, sees, type Sheet } from '../parts/index.js';
import { partsWithSheets, type Rig } from '../rig/index.js';
import { heardBy, saidBy, type Conversation } from './conversations.js';

const isApart = (kind: string): boolean => kind === 'antenna' || kind === 'radio';

/**
 * Why a part that has its volts stands idle: nothing talks to it and it tells nobody. Null for one that has work, and for one that
 * works alone, as a camera records or a pack gives.
 */
export function idleReason(
  rig: Rig,
  conversations: readonly Conversation[],
  part: string,
  sheet: Sheet,
): string | null {
  if (!sheet.links.some((l) => !isApart(l.kind)) || hasControls(sheet) || sheet.sources.length) return null;
  // what is plugged in and silent has a finding of its own
  if ([...saidBy(conversations, part), ...heardBy(conversations, part)].some((c) => !isApart(c.kind))) return null;
  if (hearsAir(sheet)) return secondReceiver(rig, conversations, part);
  if (sees(sheet)) return null;
  return 'no lead brings or takes a signal';
}

function secondReceiver(rig: Rig, conversations: readonly Conversation[], id: string): string {
  const other = partsWithSheets(rig).find(
    ({ part, sheet }) =>
      part.id !== id &&
      hearsAir(sheet) &&
      conversations.some((c) => c.kind !== 'radio' && c.talker.part.id === part.id),
  );
  return other
    ? `nothing listens to it, ${other.part.label} does its work: off, and its radio off`
    : 'nothing listens to it';
}
