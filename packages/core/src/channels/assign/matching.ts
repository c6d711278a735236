/** A cost no real choice has: the pair is not allowed. */
export const FORBIDDEN = 1e9;

/** A column for every row, at the least cost. */
export interface Matching {
  /** Sum of the chosen cells. */
  cost: number;
  /** Column of each row. */
  column: number[];
}

/**
 * Cheapest way to give every row a column of its own, by shortest augmenting paths with potentials.
 * Null when no such way is free of forbidden pairs. Rows ≤ columns are not required: too few columns give null.
 * O(rows² · columns).
 */
export function cheapestMatching(cost: readonly (readonly number[])[], columns: number): Matching | null {
  const rows = cost.length;
  if (rows > columns) return null;
  const u = new Float64Array(rows + 1);
  const v = new Float64Array(columns + 1);
  /** Row at each column, from 1; 0 is none. */
  const rowAt = new Int32Array(columns + 1);
  const way = new Int32Array(columns + 1);
  for (let row = 1; row <= rows; row++) {
    rowAt[0] = row;
    let column = 0;
    const least = new Float64Array(columns + 1).fill(Number.POSITIVE_INFINITY);
    const used = new Uint8Array(columns + 1);
    do {
      used[column] = 1;
      const own = rowAt[column]!;
      let delta = Number.POSITIVE_INFINITY;
      let next = 0;
      for (let j = 1; j <= columns; j++) {
        if (used[j]) continue;
        const reduced = cost[own - 1]![j - 1]! - u[own]! - v[j]!;
        if (reduced < least[j]!) {
          least[j] = reduced;
          way[j] = column;
        }
        if (least[j]! < delta) {
          delta = least[j]!;
          next = j;
        }
      }
      for (let j = 0; j <= columns; j++) {
        if (used[j]) {
          u[rowAt[j]!]! += delta;
          v[j]! -= delta;
        } else least[j]! -= delta;
      }
      column = next;
    } while (rowAt[column] !== 0);
    do {
      const before = way[column]!;
      rowAt[column] = rowAt[before]!;
      column = before;
    } while (column !== 0);
  }
  const column = new Array<number>(rows).fill(-1);
  let total = 0;
  for (let j = 1; j <= columns; j++)
    if (rowAt[j]) {
      column[rowAt[j]! - 1] = j - 1;
      total += cost[rowAt[j]! - 1]![j - 1]!;
    }
  return total >= FORBIDDEN ? null : { cost: total, column };
}
