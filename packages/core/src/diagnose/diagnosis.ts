/** From what failed to its cause: suspects ranked, the next measurement, and the whole way played on a bench as it really is. */
import type { Rig } from '../rig/index.js';
import { elseLikelihood, likelihood, shares, type Answers, type Suspect } from './explain.js';
import type { Fault } from './fault.js';
import { faultsOf } from './faults.js';
import { measuresOf, type Measure } from './measures.js';
import { nextMeasure } from './next-measurement.js';
import type { Casebook } from './casebook.js';
import { widened } from './pairs.js';
import { Player, type Played } from './table.js';
import { soundWorld, worldWith, type World } from './world.js';
import type { CheckStep } from '../prove/index.js';

/** A suspect as it stands after some answers. */
export interface Ranked {
  /** Null is "something else". */
  fault: Fault | null;
  /** Share of one. */
  weight: number;
}

/** The next thing to do, with what each suspect would have it say. */
export interface Proposal {
  measure: Measure;
  /** Place of the measure. */
  at: number;
  expects: { reading: string; suspects: string[] }[];
}

/** How sure the first suspect must be to be named without a further measurement. */
export const SURE = 0.9;
const MOST_MEASURES = 20;

export function casebookOf(rig: Rig, plan: readonly CheckStep[]): Casebook {
  const steps = casebookSteps(rig, plan);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** The same fault by fault, so that whoever waits can be told how far it is, and stop. */
export function* casebookSteps(
  rig: Rig,
  plan: readonly CheckStep[],
): Generator<{ done: number; total: number }, Casebook> {
  const player = new Player(plan);
  const measures = measuresOf(rig);
  const faults = faultsOf(rig);
  const suspectOf = (world: World, fault: number, weight: number): Suspect => ({
    ...{ fault, weight, steps: player.play(world) },
    readings: measures.map((m) => m.read(world)),
  });
  const sound = suspectOf(soundWorld(rig), -1, 1);
  const suspects: Suspect[] = [];
  for (const [i, fault] of faults.entries()) {
    yield { done: i, total: faults.length };
    suspects.push(suspectOf(worldWith(rig, fault), i, fault.weight));
  }
  return { rig, faults, measures, player, sound, suspects };
}

/** Every suspect with its share, the likeliest first; "something else" is among them. */
export function rank({ faults, suspects, sound }: Casebook, answers: Answers): Ranked[] {
  const all = shares([...suspects.map((s) => likelihood(s, answers)), elseLikelihood(sound, answers)]);
  return all.map((weight, i): Ranked => ({ fault: faults[i] ?? null, weight })).sort((a, b) => b.weight - a.weight);
}

/**
 * What to measure next; null where nothing offered tells the suspects apart, or the first is sure.
 * @param skipped measures that cannot be taken
 */
export function propose(book: Casebook, answers: Answers, skipped: readonly number[] = []): Proposal | null {
  // as they are ranked: "something else" has its share, and no measure of its own
  const all = [...book.suspects.map((s) => likelihood(s, answers)), elseLikelihood(book.sound, answers)];
  const weights = shares(all).slice(0, -1);
  if (Math.max(0, ...weights) >= SURE) return null;
  const done = new Set([...answers.readings.keys(), ...skipped]);
  const at = nextMeasure(book.measures, book.suspects, weights, done);
  if (at === null) return null;
  const byReading = new Map<string, string[]>();
  weights.forEach((w, i) => {
    if (w < 0.01) return;
    const reading = book.suspects[i]!.readings[at]!;
    byReading.set(reading, [...(byReading.get(reading) ?? []), book.faults[i]!.id]);
  });
  return {
    ...{ measure: book.measures[at]!, at },
    expects: [...byReading].map(([reading, suspects]) => ({ reading, suspects })),
  };
}

/** A way from the failed steps to a cause. */
export interface Search {
  ranked: Ranked[];
  measurements: { what: string; reading: string; minutes: number }[];
  /** All of them together, min. */
  minutes: number;
}

/** Takes the proposed measurements on a bench as it really is, until a cause is sure or nothing tells any more. @param known readings taken before */
export function searchOn(
  book: Casebook,
  steps: readonly Played[],
  world: World,
  known: ReadonlyMap<number, string> = new Map(),
  choose = propose,
): Search {
  const readings = new Map(known);
  const answers: Answers = { steps: new Map(steps.map((s) => [s.step, s])), readings };
  const measurements: Search['measurements'] = [];
  let wide = book;
  for (let n = 0; n < MOST_MEASURES; n++) {
    // a reading may be the first that no single fault explains
    if (wide === book) wide = widened(book, answers);
    const next = choose(wide, answers);
    if (!next) break;
    const reading = next.measure.read(world);
    readings.set(next.at, reading);
    measurements.push({ what: next.measure.where, reading, minutes: next.measure.minutes });
  }
  if (wide === book) wide = widened(book, answers);
  return {
    ranked: rank(wide, answers),
    measurements,
    minutes: measurements.reduce((sum, m) => sum + m.minutes, 0),
  };
}

const LOOKS = new WeakMap<Suspect, string>();

/** Everything that can be found of a suspect, as one text. */
function lookOf(suspect: Suspect): string {
  let look = LOOKS.get(suspect);
  if (look === undefined) {
    look = JSON.stringify([suspect.steps.map((x) => [x.passed, x.saw]), suspect.readings]);
    LOOKS.set(suspect, look);
  }
  return look;
}

/** Faults that no step and no measure tells from one. */
export function equalsOf({ suspects, faults }: Casebook, fault: number): Fault[] {
  const own = lookOf(suspects[fault]!);
  return suspects.filter((s) => lookOf(s) === own).map((s) => faults[s.fault]!);
}
