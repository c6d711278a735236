import { applyPatches, type Patch } from 'immer';
import { applyEdits } from './apply-edit.js';
import type { Edit } from './edit.js';
import type { Rig } from './rig.js';

/** One thing the user did, with the way back. */
export interface Step {
  text: string;
  patches: Patch[];
  inverse: Patch[];
  /** Steps with the same key, one after the other, are one step: a figure being typed, a slider being pulled. */
  mergeKey?: string;
}

/** A rig with what can be undone and redone. Plain data, never changed in place. */
export interface History {
  rig: Rig;
  past: readonly Step[];
  future: readonly Step[];
}

const DEEPEST = 200;

export const startHistory = (rig: Rig): History => ({ rig, past: [], future: [] });

/** Does the edits as one step named `text`; what could be redone is forgotten. @throws {EditRefused} */
export function doStep(history: History, text: string, edits: readonly Edit[], mergeKey?: string): History {
  const { rig, patches, inverse } = applyEdits(history.rig, edits);
  const last = history.past.at(-1);
  if (mergeKey !== undefined && last?.mergeKey === mergeKey && !history.future.length) {
    const merged = { text, mergeKey, patches: [...last.patches, ...patches], inverse: [...inverse, ...last.inverse] };
    return { rig, past: [...history.past.slice(0, -1), merged], future: [] };
  }
  const step = { text, patches, inverse, ...(mergeKey === undefined ? {} : { mergeKey }) };
  return { rig, past: [...history.past, step].slice(-DEEPEST), future: [] };
}

/** The state before the last step; the same object when there is none. The revision still moves forward. */
export function undo(history: History): History {
  const step = history.past.at(-1);
  if (!step) return history;
  return {
    rig: forward(applyPatches(history.rig, step.inverse), history.rig),
    past: history.past.slice(0, -1),
    future: [step, ...history.future],
  };
}

/** The state after the step last undone; the same object when there is none. */
export function redo(history: History): History {
  const step = history.future[0];
  if (!step) return history;
  return {
    rig: forward(applyPatches(history.rig, step.patches), history.rig),
    past: [...history.past, step],
    future: history.future.slice(1),
  };
}

/** A revision number names one state only, so undo does not give an old number back. */
function forward(rig: Rig, before: Rig): Rig {
  return { ...rig, revision: before.revision + 1 };
}
