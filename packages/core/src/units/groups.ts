/** Gathers items under a key, keeping first-seen order of keys and items. */
export function groupBy<T, K>(items: Iterable<T>, keyOf: (item: T) => K): Map<K, T[]> {
  const groups = new Map<K, T[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return groups;
}

/** Remembers the last result of `compute` for as long as its arguments are the very same objects. */
export function lastCall<A extends readonly unknown[], R>(compute: (...args: A) => R): (...args: A) => R {
  let held: { args: A; result: R } | undefined;
  return (...args) => {
    if (held?.args.length === args.length && held.args.every((a, i) => a === args[i])) return held.result;
    held = { args, result: compute(...args) };
    return held.result;
  };
}
