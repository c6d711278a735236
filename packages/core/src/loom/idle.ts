import {
  anyOver,
  carriesNetwork,
  hasControls,
  hearsAir,
  ownEar,
  isOnlyBetween,
  isScreen,
  sees,
  showsAir,
  type Sheet,
} from '../parts/index.js';
import { partsWithSheets, type Rig } from '../rig/index.js';
import { heardBy, saidBy, type Conversation } from './conversations.js';
import { PICTURE_KINDS } from './picture-kinds.js';

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
  const dark = darkReason(conversations, part, sheet);
  if (dark !== null) return dark;
  // what is plugged in and silent has a finding of its own
  if ([...saidBy(conversations, part), ...heardBy(conversations, part)].some((c) => !isApart(c.kind))) return null;
  // what does itself what it hears by its own radio has work
  if (sheet.functions.some((f) => ownEar(sheet, anyOver(f)))) return null;
  if (hearsAir(sheet)) return secondReceiver(rig, conversations, part);
  // a screen of its own is told of by nobody
  if (sees(sheet) || showsAir(sheet)) return null;
  return 'no lead brings or takes a signal';
}

/** What only takes pictures by lead and puts them out: none comes to it, as the camera is not there, or none is taken from it. */
function darkReason(conversations: readonly Conversation[], part: string, sheet: Sheet): string | null {
  const choosing = sheet.functions.flatMap(anyOver);
  const onlyPictures =
    sheet.pictures.length > 0 &&
    sheet.functions.every((f) => f.what === 'picture') &&
    sheet.links.every((l) => PICTURE_KINDS.has(l.kind) || isApart(l.kind) || choosing.includes(l.id));
  // a hub has no side that its pictures leave by
  if (!onlyPictures || carriesNetwork(sheet)) return null;
  const isPicture = ({ kind }: Conversation): boolean => PICTURE_KINDS.has(kind);
  const [given, taken] = [saidBy, heardBy].map((of) => of(conversations, part).some(isPicture));
  if (given === taken) return null;
  const onAir = sheet.links.some((l) => isApart(l.kind));
  if (given) return onAir ? null : 'no picture comes to it';
  return onAir || isScreen(sheet) ? null : 'nothing takes its picture';
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

/** No lead touches it, and it is of use to others only: a regulator, a box that passes on. It lies on the bench and is asked nothing. */
export const liesSpare = ({ cables }: Rig, part: string, sheet: Sheet): boolean =>
  !cables.some((c) => c.wires.some((w) => w.from.part === part || w.to.part === part)) &&
  (isOnlyBetween(sheet) || sheet.supplies.every((s) => s.draw.kind === 'regulator'));
