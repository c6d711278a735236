/** How well a plan notices faults and the search finds them, over every fault of a rig. */
import { chanceOf } from '../units/index.js';
import type { Casebook } from './casebook.js';
import { SURE, equalsOf, propose, searchOn, type Proposal } from './diagnosis.js';
import { likelihood, shares, type Answers, type Suspect } from './explain.js';
import type { Fault } from './fault.js';
import type { Measure } from './measures.js';
import { codedReadings } from './next-measurement.js';
import type { Played } from './table.js';
import { worldWith } from './world.js';

/** One fault, and how it is noticed and found. */
export interface FaultScore {
  fault: Fault;
  /** Steps that go otherwise than on the sound rig. */
  noticedBy: string[];
  /** Place of it, or of one that nothing tells from it, among the suspects, from 1; null where no step notices it. */
  rank: number | null;
  /** Others that no step and no measure tells from it. */
  equals: number;
  /** Measurements until it was named, and what they take, min. */
  measurements: number;
  /** What they take, min. */
  minutes: number;
  /** Why no step notices it; null where one does. */
  unseen: string | null;
}

/** Means over the faults that are noticed, by how often each is met. */
export interface Effort {
  /** How many. */
  measurements: number;
  /** What they take, min. */
  minutes: number;
}

/** The whole rig. */
export interface Score {
  faults: FaultScore[];
  /** How many some step goes otherwise with. */
  noticed: number;
  /** Of these, named first or among equals. */
  firstOrEqual: number;
  mean: Effort;
  /** The same with any measure that tells suspects apart, drawn by chance. */
  random: Effort;
  /** No order of these measures does with less: bits there are to tell, over the most bits that one measure, or one minute, gives. */
  bound: Effort;
}

/** Steps that go otherwise than on the sound rig. */
const oddSteps = ({ sound, suspects }: Casebook, at: number): string[] =>
  suspects[at]!.steps.filter((s, k) => s.passed !== sound.steps[k]!.passed || s.saw !== sound.steps[k]!.saw).map(
    (s) => s.step,
  );

/**
 * The plan as it goes on a bench as it really is, as somebody finds it who has moved and looked first: leads and pages, which
 * name most faults by themselves, count as gone through only where nothing else went otherwise.
 */
function answersOn({ player, sound, suspects }: Casebook, at: number): readonly Played[] {
  const { steps } = suspects[at]!;
  const moved = steps.filter((s) => !player.isStill(s.step));
  const before = new Map(sound.steps.map((s) => [s.step, s]));
  return moved.some((s) => s.passed !== before.get(s.step)!.passed) ? moved : steps;
}

/** Why the plan does not notice a fault: what else would tell it. */
function unseenWhy({ sound, suspects, measures }: Casebook, at: number): string {
  const telling = measures.filter((_, m) => suspects[at]!.readings[m] !== sound.readings[m]);
  if (!telling.length) return 'nothing on the bench goes otherwise, and nothing offered measures it';
  const [cheapest] = [...telling].sort((a, b) => a.minutes - b.minutes);
  return `everything works all the same; told by: ${cheapest!.where}`;
}

/** Faults that no step of the plan notices, each with why. */
export const unseenFaults = (book: Casebook): { fault: Fault; why: string }[] =>
  book.faults.flatMap((fault, at) => (oddSteps(book, at).length ? [] : [{ fault, why: unseenWhy(book, at) }]));

/** Every fault put in, noticed or not, and looked for where it is. */
export function scoreOf(book: Casebook, seed = 1): Score {
  const spent = { own: none(), random: none(), bound: none() };
  const faults = book.suspects.map((_, at): FaultScore => {
    const fault = book.faults[at]!;
    const noticedBy = oddSteps(book, at);
    const equals = equalsOf(book, at);
    if (!noticedBy.length)
      return {
        fault,
        noticedBy,
        rank: null,
        equals: equals.length - 1,
        measurements: 0,
        minutes: 0,
        unseen: unseenWhy(book, at),
      };
    const world = worldWith(book.rig, fault);
    const steps = answersOn(book, at);
    const { ranked, measurements, minutes } = searchOn(book, steps, world);
    const rank = ranked.findIndex((r) => r.fault !== null && equals.includes(r.fault)) + 1;
    add(spent.own, fault.weight, { measurements: measurements.length, minutes });
    const blind = searchOn(book, steps, world, new Map(), byChance(seed, at));
    add(spent.random, fault.weight, { measurements: blind.measurements.length, minutes: blind.minutes });
    const least = boundOf(book, { steps: new Map(steps.map((s) => [s.step, s])), readings: new Map() });
    add(spent.bound, fault.weight, least);
    return {
      fault,
      noticedBy,
      rank,
      equals: equals.length - 1,
      measurements: measurements.length,
      minutes,
      unseen: null,
    };
  });
  const noticed = faults.filter((f) => f.rank !== null);
  const weight = noticed.reduce((sum, f) => sum + f.fault.weight, 0);
  const mean = ({ measurements, minutes }: Effort): Effort => ({
    measurements: weight ? measurements / weight : 0,
    minutes: weight ? minutes / weight : 0,
  });
  return {
    faults,
    noticed: noticed.length,
    firstOrEqual: noticed.filter((f) => f.rank === 1).length,
    mean: mean(spent.own),
    random: mean(spent.random),
    bound: mean(spent.bound),
  };
}

const none = (): Effort => ({ measurements: 0, minutes: 0 });
/** A fault that is met more often counts for more. */
const add = (to: Effort, weight: number, { measurements, minutes }: Effort): void => {
  to.measurements += weight * measurements;
  to.minutes += weight * minutes;
};

/** Any measure on which two likely suspects differ; stops where the informed choice would. */
const byChance =
  (seed: number, fault: number) =>
  (book: Casebook, answers: Answers): Proposal | null => {
    const informed = propose(book, answers);
    if (!informed) return null;
    const weights = shares(book.suspects.map((s) => likelihood(s, answers)));
    const { codes } = codedReadings(book.suspects);
    const live = weights.flatMap((w, i) => (w >= 0.01 ? [i] : []));
    const telling = book.measures.flatMap((m, at): { measure: Measure; at: number }[] => {
      const tells = live.some((i) => codes[at]![i] !== codes[at]![live[0]!]);
      return tells && !answers.readings.has(at) ? [{ measure: m, at }] : [];
    });
    const drawn = telling[Math.floor(chanceOf(seed, 1000 * fault + answers.readings.size) * telling.length)];
    return drawn ? { ...drawn, expects: [] } : informed;
  };

const bits = (parts: readonly number[]): number => parts.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);

const SAYS = new WeakMap<Suspect, string>();
/** All that the measures say of a suspect, as one text. */
function saysAll(suspect: Suspect): string {
  let says = SAYS.get(suspect);
  if (says === undefined) SAYS.set(suspect, (says = suspect.readings.join('\n')));
  return says;
}

/**
 * Bits between the suspects that some measure tells apart, less what a search may leave untold once one is sure, over the most
 * that any one measure can give at any stage: the bits of as many readings as it may have.
 */
function boundOf({ suspects, measures }: Casebook, answers: Answers): Effort {
  const weights = shares(suspects.map((s) => likelihood(s, answers)));
  const by = new Map<string, number>();
  suspects.forEach((suspect, i) => {
    const key = saysAll(suspect);
    by.set(key, (by.get(key) ?? 0) + weights[i]!);
  });
  const untold = bits([SURE, 1 - SURE]) + (1 - SURE) * Math.log2(Math.max(1, by.size - 1));
  const needed = Math.max(0, bits([...by.values()]) - untold);
  const { codes, kinds } = codedReadings(suspects);
  const live = weights.flatMap((w, i) => (w > 0 ? [i] : []));
  const readsOf = (at: number): number =>
    live.length === suspects.length ? kinds[at]! : new Set(live.map((i) => codes[at]![i])).size;
  const each = measures.map((m, at) => ({ told: Math.log2(readsOf(at)), minutes: m.minutes }));
  const most = Math.max(0, ...each.map((e) => e.told));
  const fastest = Math.max(0, ...each.map((e) => e.told / e.minutes));
  return { measurements: most > 0 ? needed / most : 0, minutes: fastest > 0 ? needed / fastest : 0 };
}
