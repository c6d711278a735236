/** Which faults explain what was seen and measured so far. */
import type { Played } from './table.js';

/** What is known of one fault: how every step goes with it, and what every measure says. */
export interface Suspect {
  /** Place in the list of faults; −1 is "something else". */
  fault: number;
  /** How likely before anything was seen. */
  weight: number;
  steps: readonly Played[];
  /** Readings in the order of the measures. */
  readings: readonly string[];
}

/** What was found on the bench. */
export interface Answers {
  /** Steps as they went; of others nothing is known. A map that is not changed any more. */
  steps: ReadonlyMap<string, { passed: boolean; saw?: string }>;
  /** Readings by the place of the measure. */
  readings: ReadonlyMap<number, string>;
}

/** A step that goes otherwise than a fault would have it, all the same: a wrong look, a loose hand. @source [mem] */
const WRONG_STEP = 0.02;
/** It fails as it should, but what is seen is not what the fault would show. */
const OTHER_SIGHT = 0.3;
const WRONG_READING = 0.01;
/** Something else, that no listed fault is, explains everything this badly. */
const ELSE_WEIGHT = 0.05;
const ELSE_STEP = 0.35;
const ELSE_READING = 0.4;

/** How well a suspect explains the answers, times how likely it is; not yet against the others. */
export function likelihood(suspect: Suspect, answers: Answers): number {
  let share = bySteps(suspect, answers.steps);
  for (const [measure, reading] of answers.readings) if (suspect.readings[measure] !== reading) share *= WRONG_READING;
  return share;
}

/** What some steps make of each suspect, kept while readings are added to them. */
const BY_STEPS = new WeakMap<Answers['steps'], WeakMap<Suspect, number>>();

function bySteps(suspect: Suspect, seen: Answers['steps']): number {
  let known = BY_STEPS.get(seen);
  if (!known) BY_STEPS.set(seen, (known = new WeakMap()));
  let share = known.get(suspect);
  if (share !== undefined) return share;
  share = suspect.weight;
  for (const { step, passed, saw } of suspect.steps) {
    const own = seen.get(step);
    if (!own) continue;
    if (own.passed !== passed) share *= WRONG_STEP;
    else if (!passed && own.saw !== undefined && own.saw !== saw) share *= OTHER_SIGHT;
  }
  known.set(suspect, share);
  return share;
}

/** How well "something else" explains the answers: whatever is not as meant counts for it, whatever is counts little against it. */
export function elseLikelihood(sound: Suspect, answers: Answers): number {
  let share = ELSE_WEIGHT;
  for (const { step } of sound.steps) if (answers.steps.has(step)) share *= ELSE_STEP;
  for (const _ of answers.readings) share *= ELSE_READING;
  return share;
}

/** Likelihoods as shares of one. */
export function shares(likelihoods: readonly number[]): number[] {
  const total = likelihoods.reduce((a, b) => a + b, 0);
  return likelihoods.map((x) => (total > 0 ? x / total : 0));
}
