/** Edits as a person makes them: whatever they take away, nothing is left pointing at it. */
import { carryOut, EditRefused, type EditResult } from './apply-edit.js';
import type { Edit, EditKind } from './edit.js';
import { rigProblems } from './rig-problems.js';
import type { Rig } from './rig.js';

/** Edits that can take away what something else points at; the rig is looked over after them. */
const DEEP: ReadonlySet<EditKind> = new Set(['resheet', 'restore']);

/**
 * Carries out edits in order, all or none; the revision goes up by one.
 * @throws {EditRefused} when an edit names something the rig does not have, would add it twice, or leaves something pointing at nothing.
 */
export function applyEdits(rig: Rig, edits: readonly Edit[]): EditResult {
  const done = carryOut(rig, edits);
  const deep = edits.find((edit) => DEEP.has(edit.kind));
  const lost = deep && rigProblems(done.rig)[0];
  if (lost) throw new EditRefused(deep, `${lost.where}: ${lost.what}`);
  return done;
}

export const applyEdit = (rig: Rig, edit: Edit): EditResult => applyEdits(rig, [edit]);
