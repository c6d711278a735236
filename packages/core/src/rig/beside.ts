import { EditRefused } from './apply-edit.js';
import type { Edit } from './edit.js';
import { doStep, type History, type Move } from './history.js';
import type { Rig } from './rig.js';
import { overlapOf, touchesOf } from './touches.js';

/** Steps of one tab that could not be saved, since another tab had changed the same rig; `base` is what they began from. */
export interface Unsaved {
  base: Rig;
  steps: readonly { text: string; edits: readonly Edit[]; mergeKey?: string }[];
}

/**
 * Does the unsaved steps of one tab again on what another tab has saved meanwhile. Null when they cannot both stand: one changes
 * what the other changed or counts on, or it is too long ago what was done.
 */
export function beside(saved: History, { base, steps }: Unsaved): History | null {
  const theirs = stepsSince(saved, base.revision);
  if (!theirs) return null;
  const [own, others] = [steps, theirs].map((list) => list.flatMap((s) => s.edits));
  if (overlapOf(touchesOf(base, own!), touchesOf(base, others!))) return null;
  try {
    return steps.reduce((history, s) => doStep(history, s.text, s.edits, s.mergeKey), saved);
  } catch (error) {
    if (error instanceof EditRefused) return null;
    throw error;
  }
}

/** How a rig came from a revision to where it is; null when that is longer ago than the trail tells. */
function stepsSince({ rig, trail }: History, revision: number): readonly Move[] | null {
  const since = trail.filter((m) => m.from >= revision);
  const known = rig.revision === revision || since[0]?.from === revision;
  return known && since.every((m, i) => m.to === (since[i + 1]?.from ?? rig.revision)) ? since : null;
}
