import { applyPatches, type Patch } from 'immer';
import { applyEdits, EditRefused } from './apply-edit.js';
import type { Edit } from './edit.js';
import type { Rig } from './rig.js';
import { overlapOf, touchesOf } from './touches.js';

/** One thing the user did, with the way back. */
export interface Step {
  text: string;
  patches: Patch[];
  inverse: Patch[];
  /** Steps with the same key, one after the other, are one step: a figure being typed, a slider being pulled. */
  mergeKey?: string;
  /** What was done, by its meaning, so that another tab can do its own beside it. */
  edits?: readonly Edit[];
  /** Revision it began from. */
  from?: number;
  /** Revision it led to. */
  to?: number;
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
    const merged = {
      text,
      mergeKey,
      patches: [...last.patches, ...patches],
      inverse: [...inverse, ...last.inverse],
      edits: [...(last.edits ?? []), ...edits],
      from: last.from,
      to: rig.revision,
    };
    return { rig, past: [...history.past.slice(0, -1), merged], future: [] };
  }
  const step = {
    text,
    patches,
    inverse,
    edits,
    from: history.rig.revision,
    to: rig.revision,
    ...(mergeKey === undefined ? {} : { mergeKey }),
  };
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

/** Steps of one tab that could not be saved, since another tab had changed the same rig; `base` is what they began from. */
export interface Unsaved {
  base: Rig;
  steps: readonly Pick<Step, 'text' | 'edits' | 'mergeKey'>[];
}

/**
 * Does the unsaved steps of one tab again on what another tab has saved meanwhile. Null when they cannot both stand: one changes
 * what the other changed or counts on, or it is not known what was done (an undo).
 */
export function beside(saved: History, { base, steps }: Unsaved): History | null {
  const theirs = stepsSince(saved, base.revision);
  if (!theirs) return null;
  const [own, others] = [steps, theirs].map((list) => list.flatMap((s) => s.edits ?? []));
  if (steps.some((s) => !s.edits) || overlapOf(touchesOf(base, own!), touchesOf(base, others!))) return null;
  try {
    return steps.reduce((history, s) => doStep(history, s.text, s.edits!, s.mergeKey), saved);
  } catch (error) {
    if (error instanceof EditRefused) return null;
    throw error;
  }
}

/** What was done after a revision; null when more has happened than the steps tell, an undo for one. */
function stepsSince({ rig, past }: History, revision: number): readonly Step[] | null {
  const since: Step[] = [];
  let at: number | undefined = rig.revision;
  for (const step of past.toReversed()) {
    if (at === undefined || at <= revision) break;
    if (step.to !== at || !step.edits) return null;
    since.unshift(step);
    at = step.from;
  }
  return at !== undefined && at <= revision ? since : null;
}
