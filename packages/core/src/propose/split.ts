import { groupBy } from '../units/index.js';
import type { Option, WiringProblem } from './problem.js';

/**
 * Cuts a problem into pieces that do not touch: needs tied by an option, by a pool that could run short, by a hub or
 * by a mode stay together. Pieces can be solved one by one. With `strict`, options that leave a need open are left out.
 */
export function splitProblem(problem: WiringProblem, strict: boolean): WiringProblem[] {
  const options = strict ? problem.options.filter((o) => !o.open) : problem.options;
  const parent = new Map<string, string>(problem.needs.map((n) => [n.id, n.id]));
  const root = (id: string): string => {
    let at = id;
    while (parent.get(at) !== at) at = parent.get(at)!;
    parent.set(id, at);
    return at;
  };
  const join = (a: string, b: string): void => void parent.set(root(a), root(b));
  const joinAll = (list: readonly Option[]): void => {
    for (const o of list) join(list[0]!.covers[0]!, o.covers[0]!);
  };
  for (const o of options) for (const id of [...o.covers, ...o.wakes]) join(o.covers[0]!, id);
  for (const pool of problem.pools) {
    const users = options.flatMap((o) =>
      o.takes.filter((t) => t.pool === pool.id).map((t) => ({ o, amount: t.amount })),
    );
    if (couldRunShort(users, pool.capacity)) joinAll(users.map((u) => u.o));
  }
  for (const hub of problem.hubs) joinAll(options.filter((o) => o.hub === hub.id));
  const modes = options.flatMap((o) => o.modes.map((m) => ({ o, ...m })));
  for (const same of groupBy(modes, (m) => m.key).values())
    if (new Set(same.map((m) => m.value)).size > 1) joinAll(same.map((m) => m.o));

  const needs = groupBy(problem.needs, (n) => root(n.id));
  const own = groupBy(options, (o) => root(o.covers[0]!));
  return [...needs].map(([id, list]) => ({
    needs: list,
    options: own.get(id) ?? [],
    pools: problem.pools,
    hubs: problem.hubs,
  }));
}

/** Each need takes once at the most, so the largest taking of each is what counts. */
function couldRunShort(users: { o: Option; amount: number }[], capacity: number): boolean {
  const byNeed = groupBy(users, (u) => u.o.covers[0]!);
  const most = [...byNeed.values()].reduce((sum, list) => sum + Math.max(...list.map((u) => u.amount)), 0);
  return most > capacity + 1e-9;
}
