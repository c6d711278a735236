import type { Option, WiringProblem } from './problem.js';

/** A problem by numbers instead of names, for the search. */
export interface Indexed {
  options: readonly Option[];
  /** Number of needs. */
  needs: number;
  always: number[];
  byNeed: number[][];
  cost: Float64Array;
  covers: number[][];
  wakes: number[][];
  takes: { pool: number; amount: number }[][];
  hub: Int32Array;
  modes: { key: number; value: number }[][];
  capacity: number[];
  hubShare: number[];
  hubMost: number[];
  /** Number of ways a pool can stand. */
  modeKeys: number;
}

export function indexProblem({ needs, options, pools, hubs }: WiringProblem): Indexed {
  const needAt = numbers(needs);
  const poolAt = numbers(pools);
  const hubAt = numbers(hubs);
  const keyAt = new Map<string, number>();
  const values = new Map<string, number>();
  const covers = options.map((o) => o.covers.map((id) => needAt.get(id)!));
  const byNeed = needs.map((): number[] => []);
  covers.forEach((list, o) => list.forEach((n) => byNeed[n]!.push(o)));
  return {
    options,
    needs: needs.length,
    always: needs.flatMap((need, i) => (need.always ? [i] : [])),
    byNeed,
    cost: Float64Array.from(options, (o) => o.cost),
    covers,
    wakes: options.map((o) => o.wakes.map((id) => needAt.get(id)!)),
    takes: options.map((o) => o.takes.map(({ pool, amount }) => ({ pool: poolAt.get(pool)!, amount }))),
    hub: Int32Array.from(options, (o) => (o.hub === null ? -1 : hubAt.get(o.hub)!)),
    modes: options.map((o) =>
      o.modes.map(({ key, value }) => ({ key: place(keyAt, key), value: place(values, value) })),
    ),
    capacity: pools.map((p) => p.capacity),
    hubShare: hubs.map((h) => h.share),
    hubMost: hubs.map((h) => h.most),
    modeKeys: keyAt.size,
  };
}

const numbers = (list: readonly { id: string }[]): Map<string, number> => new Map(list.map(({ id }, i) => [id, i]));

function place(index: Map<string, number>, key: string): number {
  const known = index.get(key);
  if (known !== undefined) return known;
  index.set(key, index.size);
  return index.size - 1;
}
