import { Misuse, listed } from '../../units/index.js';
import type { AssignProblem, Demand } from './demand.js';
import { slotKey, solveAssign } from './solve.js';

/** Demands that cannot all be met, while any of them can be dropped to meet the others. */
export interface AssignClash {
  demands: string[];
  /** Those of them that fly the craft. */
  flight: string[];
  /** Those of them for which a person names a control. */
  named: string[];
  /** Why, in words. */
  why: string;
  /** What could be given up. */
  giveUp: string[];
  /** No smaller set clashes; false when there were too many to go through and only dropping one by one was tried. */
  smallest: boolean;
}

/** Sets gone through by size: of plain matchings, and of those with locked rows, where each is a search of its own. */
const MOST_SETS = { plain: 70_000, locked: 3000 } as const;

/** Any clashing set from which nothing more can be dropped: quick, and not always the smallest. */
export const someClash = (problem: AssignProblem): AssignClash => clashOf(shrink(problem), false);

/** The smallest clashing set of a problem that has no assignment. */
export function smallestClash(problem: AssignProblem): AssignClash {
  const { demands, locked } = problem;
  const fails = locked.length ? byLockedSearch(problem) : byCounting(demands);
  const most = locked.length ? MOST_SETS.locked : MOST_SETS.plain;
  let sets = 0;
  for (let size = 1; size <= demands.length; size++) {
    for (const some of choose(demands.length, size)) {
      if (++sets > most) return clashOf(shrink(problem), false);
      if (fails(some))
        return clashOf(
          some.map((d) => demands[d]!),
          true,
        );
    }
  }
  throw new Misuse('the problem has an assignment');
}

type Fails = (some: readonly number[]) => boolean;

const byLockedSearch =
  (problem: AssignProblem): Fails =>
  (some) =>
    !solveAssign({ ...problem, demands: some.map((d) => problem.demands[d]!) });

/**
 * Without locked rows controls and slots are two matchings. A set clashes when its members together have fewer controls, or
 * fewer slots, than they are many (Hall); by size, the first such set is a smallest one.
 */
function byCounting(demands: readonly Demand[]): Fails {
  const controls = masksOf(demands.map((d) => d.controls.map((o) => `${d.transmitter.id}.${o.value.id}`)));
  const slots = masksOf(demands.map((d) => d.slots.map((o) => slotKey(d.air.id, o.value))));
  const hands = (some: readonly number[]): number => new Set(some.map((d) => demands[d]!.hand)).size;
  return (some) => ones(unionOf(controls, some)) < hands(some) || ones(unionOf(slots, some)) < some.length;
}

/** Each list as bits, a number to 31 of them. */
function masksOf(lists: readonly (readonly string[])[]): number[][] {
  const bits = new Map<string, number>();
  for (const key of lists.flat()) if (!bits.has(key)) bits.set(key, bits.size);
  const words = Math.ceil(Math.max(1, bits.size) / 31);
  return lists.map((list) => {
    const mask = new Array<number>(words).fill(0);
    for (const key of list) {
      const bit = bits.get(key)!;
      mask[Math.floor(bit / 31)]! |= 1 << (bit % 31);
    }
    return mask;
  });
}

function unionOf(masks: readonly number[][], some: readonly number[]): number[] {
  const union = masks[some[0]!]!.slice();
  for (let i = 1; i < some.length; i++) masks[some[i]!]!.forEach((word, w) => (union[w]! |= word));
  return union;
}

function ones(mask: readonly number[]): number {
  let count = 0;
  for (let word of mask) for (; word; word &= word - 1) count++;
  return count;
}

/** Drops what can be dropped: what is left clashes, and no part of it does by one less. */
function shrink(problem: AssignProblem): Demand[] {
  let left = [...problem.demands];
  for (const demand of problem.demands) {
    const without = left.filter((d) => d !== demand);
    if (!solveAssign({ ...problem, demands: without })) left = without;
  }
  return left;
}

function* choose(count: number, size: number, from = 0): Generator<number[]> {
  if (size === 0) yield [];
  else for (let i = from; i <= count - size; i++) for (const rest of choose(count, size - 1, i + 1)) yield [i, ...rest];
}

function clashOf(demands: readonly Demand[], smallest: boolean): AssignClash {
  return {
    demands: demands.map((d) => d.id),
    flight: demands.filter((d) => d.flight).map((d) => d.id),
    named: demands.filter((d) => d.wish?.control).map((d) => d.id),
    why: whyOf(demands),
    giveUp: [
      ...demands.map((d) => `${d.wish ? 'the wish' : 'the function'} ${d.label}`),
      ...demands
        .filter((d) => d.wish && d.wish.hand !== 'either')
        .map((d) => `the ${d.wish!.hand} hand for ${d.label}`),
    ],
    smallest,
  };
}

function whyOf(demands: readonly Demand[]): string {
  const names = listed(demands.map((d) => d.label));
  const controls = new Set(demands.flatMap((d) => d.controls.map((o) => `${d.transmitter.id}.${o.value.id}`)));
  const slots = new Set(demands.flatMap((d) => d.slots.map((o) => slotKey(d.air.id, o.value))));
  const [only] = demands;
  if (demands.length === 1 && only && !only.controls.length)
    return `no control fits ${names}: ${listed([...only.ruledOut].map(([why, n]) => `${n} ${why}`))}`;
  if (demands.length === 1 && !slots.size) return `no slot is left for ${names}`;
  if (controls.size < new Set(demands.map((d) => d.hand)).size)
    return `${names} share ${fewer(controls.size, 'control')} that fit`;
  if (slots.size < demands.length) return `${names} share ${fewer(slots.size, 'slot')} that are left`;
  return `${names} cannot all have a control and a slot with the locked rows as they are`;
}

const fewer = (n: number, what: string): string => (n === 0 ? `no ${what}s` : `the ${n} ${what}${n > 1 ? 's' : ''}`);
