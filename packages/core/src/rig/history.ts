import { applyEdits } from './apply-edits.js';
import type { Edit } from './edit.js';
import { wayBackOver, wayTo, type Restored } from './restore.js';
import type { Rig } from './rig.js';

/** One thing the user did, with the way back. */
export interface Step {
  text: string;
  /** What it set, as it was before. */
  back: readonly Restored[];
  /** Of a step that was undone: what does it again. */
  forth?: readonly Restored[];
  /** Steps with the same key, one after the other, are one step: a figure being typed, a slider being pulled. */
  mergeKey?: string;
}

/** A move from one revision to the next, by its meaning: done, undone or done again. Another tab can do its own beside it. */
export interface Move {
  /** Revision it began from. */
  from: number;
  /** Revision it led to. */
  to: number;
  edits: readonly Edit[];
}

/** A rig with what can be undone and redone, and how it came here lately. Plain data, never changed in place. */
export interface History {
  rig: Rig;
  past: readonly Step[];
  future: readonly Step[];
  trail: readonly Move[];
}

const DEEPEST = 200;
/** Moves that another tab may lag behind before it is asked. */
const TRAIL = 60;

export const startHistory = (rig: Rig): History => ({ rig, past: [], future: [], trail: [] });

/** Does the edits as one step named `text`; what could be redone is forgotten. @throws {EditRefused} */
export function doStep(history: History, text: string, edits: readonly Edit[], mergeKey?: string): History {
  const moved = move(history, edits);
  const back = wayTo(moved.rig, history.rig);
  const last = history.past.at(-1);
  if (mergeKey !== undefined && last?.mergeKey === mergeKey && !history.future.length) {
    const merged = { text, mergeKey, back: wayBackOver(back, last.back) };
    return { ...moved, past: [...history.past.slice(0, -1), merged], future: [] };
  }
  const step = { text, back, ...(mergeKey === undefined ? {} : { mergeKey }) };
  return { ...moved, past: [...history.past, step].slice(-DEEPEST), future: [] };
}

/** The state before the last step; the same object when there is none. The revision still moves forward. */
export function undo(history: History): History {
  const step = history.past.at(-1);
  if (!step) return history;
  const moved = move(history, [restore(step.back)]);
  const undone = { ...step, forth: wayTo(moved.rig, history.rig) };
  return { ...moved, past: history.past.slice(0, -1), future: [undone, ...history.future] };
}

/** The state after the step last undone; the same object when there is none. */
export function redo(history: History): History {
  const [step, ...future] = history.future;
  if (!step?.forth) return history;
  const { forth, ...done } = step;
  return { ...move(history, [restore(forth)]), past: [...history.past, done], future };
}

/** A revision number names one state only, so undo does not give an old number back. */
function move({ rig, trail }: History, edits: readonly Edit[]): Pick<History, 'rig' | 'trail'> {
  const next = applyEdits(rig, edits).rig;
  return { rig: next, trail: [...trail, { from: rig.revision, to: next.revision, edits }].slice(-TRAIL) };
}

const restore = (at: readonly Restored[]): Edit => ({ kind: 'restore', at: [...at] });
