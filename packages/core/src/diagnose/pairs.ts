/** Two things wrong at once: thought of only where no single fault explains every answer. */
import type { Casebook } from './casebook.js';
import type { Answers, Suspect } from './explain.js';
import type { Fault } from './fault.js';
import { worldWith } from './world.js';

/** Singles that are paired with each other, and pairs that are played: the likeliest. */
const MOST_SINGLES = 24;
const MOST_PAIRS = 60;
/** Two at once, against the product of both weights over all. @source [mem] */
const TOGETHER = 0.3;

/** Every answer is as a suspect has it. */
const explainsAll = ({ steps, readings }: Suspect, answers: Answers): boolean =>
  steps.every((s) => (answers.steps.get(s.step)?.passed ?? s.passed) === s.passed) &&
  [...answers.readings].every(([at, reading]) => readings[at] === reading);

/**
 * The casebook with pairs of faults among its suspects; the same one while some single fault explains every answer, or while
 * nothing went wrong. Each pair is played and measured like a single.
 */
export function widened(book: Casebook, answers: Answers): Casebook {
  const failed = [...answers.steps].filter(([, seen]) => !seen.passed).map(([step]) => step);
  if (!failed.length || book.suspects.some((s) => explainsAll(s, answers))) return book;
  const pairs = candidates(book, answers, failed).flatMap(([a, b]) => pairOf(book, a, b) ?? []);
  return {
    ...book,
    faults: [...book.faults, ...pairs.map((p) => p.fault)],
    suspects: [...book.suspects, ...pairs.map(({ suspect }, i) => ({ ...suspect, fault: book.faults.length + i }))],
  };
}

/** Pairs in the order of how much of what failed they would explain between them, and how little they would add. */
function candidates({ suspects }: Casebook, answers: Answers, failed: readonly string[]): [a: Suspect, b: Suspect][] {
  const failing = new Map(suspects.map((s) => [s, new Set(s.steps.filter((x) => !x.passed).map((x) => x.step))]));
  const explains = (s: Suspect): number => failed.filter((step) => failing.get(s)!.has(step)).length;
  const adds = (s: Suspect): number =>
    [...failing.get(s)!].filter((step) => answers.steps.get(step)?.passed === true).length;
  const told = (s: Suspect): number => [...answers.readings].filter(([at, r]) => s.readings[at] === r).length;
  const singles = suspects
    .filter((s) => s.fault >= 0 && explains(s) > 0)
    .sort((a, b) => explains(b) - adds(b) - (explains(a) - adds(a)) || told(b) - told(a) || b.weight - a.weight);
  const each = spread(singles, (s) => failed.find((step) => failing.get(s)!.has(step)) ?? '').slice(0, MOST_SINGLES);
  const pairs = each.flatMap((a, i) => each.slice(i + 1).map((b): [Suspect, Suspect] => [a, b]));
  const missed = ([a, b]: [Suspect, Suspect]): number =>
    failed.filter((step) => !failing.get(a)!.has(step) && !failing.get(b)!.has(step)).length + adds(a) + adds(b);
  return pairs.sort((p, q) => missed(p) - missed(q)).slice(0, MOST_PAIRS);
}

/** The best of every group before the second best of any: each failure keeps somebody who explains it. */
function spread<T>(all: readonly T[], groupOf: (t: T) => string): T[] {
  const taken = new Map<string, number>();
  const ranked = all.map((t, i) => {
    const group = groupOf(t);
    const place = taken.get(group) ?? 0;
    taken.set(group, place + 1);
    return { t, place, i };
  });
  return ranked.sort((a, b) => a.place - b.place || a.i - b.i).map((r) => r.t);
}

function pairOf(
  { rig, faults, measures, player, suspects }: Casebook,
  a: Suspect,
  b: Suspect,
): { fault: Fault; suspect: Suspect } | null {
  const [one, other] = [faults[a.fault]!, faults[b.fault]!];
  const total = suspects.reduce((sum, s) => sum + s.weight, 0);
  const weight = (TOGETHER * one.weight * other.weight) / total;
  const fault: Fault = {
    ...{ id: `${one.id} + ${other.id}`, kind: one.kind, weight },
    text: `${one.text}; and ${other.text}`,
    put: [...one.put, ...other.put],
    flaws: [...(one.flaws ?? []), ...(other.flaws ?? [])],
    remedy: { text: `${one.remedy.text}. ${other.remedy.text}` },
  };
  try {
    const world = worldWith(rig, fault);
    return {
      fault,
      suspect: { fault: -1, weight, steps: player.play(world), readings: measures.map((m) => m.read(world)) },
    };
  } catch {
    // what one of them takes away the other cannot change: they do not go together
    return null;
  }
}
