/** Channels for what is open, and where that cannot be, why not. What a finding's button needs is in `assign.ts` alone. */
import type { Rig } from '../../rig/index.js';
import { fillChannels, type FilledRows } from './assign.js';
import type { AssignWishes } from './assign-problem.js';
import type { AssignProblem } from './demand.js';
import { smallestClash, someClash, type AssignClash } from './clash.js';

/** Open rows with what they were given, or why not. */
export interface AssignResult extends FilledRows {
  /** Null when every open row was filled. */
  clash: AssignClash | null;
}

/** Why a problem has no assignment, in words. */
export const whyUnsolved = (problem: AssignProblem): string => smallestClash(problem).why;

/** Fills the open rows of a rig; when that cannot be, nothing is changed and the smallest clashing set is told. */
export function assignChannels(rig: Rig, wishes: AssignWishes = {}): AssignResult {
  const filled = fillChannels(rig, wishes);
  return { ...filled, clash: filled.unsolved && smallestClash(filled.unsolved) };
}

/**
 * What a proposal does: fills as many rows as can be, giving up the last of each clash: before what a person names a control for,
 * what takes any, and a flight function only where nothing else clashes with it. What was given up is told by name, with the reason.
 */
export function assignMost(rig: Rig): AssignResult & { givenUp: ReadonlyMap<string, string> } {
  const givenUp = new Map<string, string>();
  for (;;) {
    const result = fillChannels(rig, { without: new Set(givenUp.keys()) });
    const clash = result.unsolved && someClash(result.unsolved);
    if (!clash) return { ...result, clash, givenUp };
    const { demands, flight, named, why } = clash;
    const paying = demands.filter((id) => !flight.includes(id));
    const last = paying.filter((id) => !named.includes(id)).at(-1) ?? paying.at(-1) ?? demands.at(-1);
    if (last === undefined || givenUp.has(last)) return { ...result, clash, givenUp };
    givenUp.set(last, why);
  }
}
