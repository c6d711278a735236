import { findConversations, idleReason } from '../loom/index.js';
import { hasControls, isOnlyBetween, movesUnsaid, type Sheet } from '../parts/index.js';
import { partsWithSheets, wiresAt, type Rig } from '../rig/index.js';
import { voltBand } from '../units/index.js';

/** A part that the proposal leaves without work, and why. */
export interface Idle {
  part: string;
  why: string;
}

/** Parts that stand idle in a wired rig: fed with nothing to say, or not wired at all since nothing here needs them. */
export function idleParts(rig: Rig): Idle[] {
  const conversations = findConversations(rig);
  const wired = new Set(rig.cables.flatMap((c) => c.wires.flatMap((w) => [w.from.part, w.to.part])));
  return partsWithSheets(rig).flatMap(({ part, sheet }): Idle[] => {
    if (hasControls(sheet) || !sheet.ports.length) return [];
    const why = wired.has(part.id) ? idleReason(rig, conversations, part.id, sheet) : spareReason(rig, sheet);
    return why === null ? [] : [{ part: part.id, why }];
  });
}

/** A supply to which no lead goes and which one of these volts would suit. */
const lacks = (
  rig: Rig,
  part: string,
  { plus, volts, optional }: Sheet['supplies'][number],
  given: readonly number[],
): boolean => !optional && !wiresAt(rig, { part, ...plus }).length && given.some((v) => v >= volts[0] && v <= volts[1]);

/** Why a part that no lead touches lies there. */
function spareReason(rig: Rig, sheet: Sheet): string {
  if (isOnlyBetween(sheet)) return 'nothing here is told through it';
  const given = [
    ...new Set(sheet.sources.map((s) => (s.regulator ? s.regulator.volts : null)).filter((v) => v !== null)),
  ];
  const volts = given.map((v) => `${v} V`).join(' or ');
  const hungry = partsWithSheets(rig).find((p) => p.sheet.supplies.some((s) => lacks(rig, p.part.id, s, given)));
  if (given.length && hungry)
    return `${hungry.part.label} would need its ${volts}, and nothing here can feed it for that`;
  if (given.length) return `nothing here needs its ${volts}`;
  if (sheet.sources.length) return 'nothing here is fed from it';
  if (movesUnsaid(sheet)) return 'its sheet says nothing of what it does, and no pin that would move it is left';
  const [supply] = sheet.supplies;
  return supply ? `no outlet here gives it ${voltBand(supply.volts)}` : 'nothing here wants it';
}
