/**
 * Solves A·x = b for a matrix of fixed symmetric pattern and free values. The order of elimination and where every product lands
 * are worked out once; after that a factorisation is a run over flat arrays without a branch or an allocation. There is no pivoting:
 * circuits put a conductance on every diagonal.
 */
export class SparseLu {
  /** Values of the matrix, by the slots of {@link slotOf}; the last slot takes what belongs to no row. Overwritten by {@link factor}. */
  readonly values: Float64Array;
  private readonly order: Int32Array;
  private readonly from: Int32Array;
  private readonly later: Int32Array;
  private readonly targets: Int32Array;
  private readonly slots = new Map<number, number>();
  private readonly work: Float64Array;

  /** @param n rows @param joined row pairs that may be other than zero, in either order */
  constructor(
    readonly n: number,
    joined: Iterable<readonly [number, number]>,
  ) {
    const beside = neighboursOf(n, joined);
    const { order, laterOf } = leastFirst(n, beside);
    this.order = order;
    const place = new Int32Array(n);
    order.forEach((row, k) => (place[row] = k));
    this.from = new Int32Array(n + 1);
    for (let k = 0; k < n; k++) this.from[k + 1] = this.from[k]! + laterOf[k]!.length;
    const entries = this.from[n]!;
    this.later = new Int32Array(entries);
    // diagonal first, then each pivot's row, then each pivot's column
    for (let k = 0; k < n; k++) {
      this.slots.set(order[k]! * n + order[k]!, k);
      const rows = laterOf[k]!.map((row) => place[row]!).sort((a, b) => a - b);
      rows.forEach((at, i) => {
        const e = this.from[k]! + i;
        this.later[e] = at;
        this.slots.set(order[k]! * n + order[at]!, n + e);
        this.slots.set(order[at]! * n + order[k]!, n + entries + e);
      });
    }
    this.values = new Float64Array(n + 2 * entries + 1);
    this.work = new Float64Array(n);
    this.targets = this.landings();
  }

  /** Where the value of a row and column lives; the slot that is thrown away when either is below 0. */
  slotOf(row: number, column: number): number {
    return row < 0 || column < 0 ? this.values.length - 1 : this.slots.get(row * this.n + column)!;
  }

  /** Factors the values in place; false when a pivot is none. */
  factor(): boolean {
    const { n, values, from, targets } = this;
    const entries = from[n]!;
    let t = 0;
    for (let k = 0; k < n; k++) {
      const pivot = values[k]!;
      if (!(Math.abs(pivot) > 1e-300)) return false;
      const [begin, end] = [from[k]!, from[k + 1]!];
      for (let i = begin; i < end; i++) {
        const share = (values[n + entries + i] = values[n + entries + i]! / pivot);
        for (let j = begin; j < end; j++) {
          const at = targets[t++]!;
          values[at] = values[at]! - share * values[n + j]!;
        }
      }
    }
    return true;
  }

  /** Puts the solution for `b` in its place; {@link factor} comes first. */
  solve(b: Float64Array): void {
    const { n, values, from, later, order, work } = this;
    const entries = from[n]!;
    for (let k = 0; k < n; k++) work[k] = b[order[k]!]!;
    for (let k = 0; k < n; k++) {
      const x = work[k]!;
      if (x === 0) continue;
      for (let i = from[k]!; i < from[k + 1]!; i++) work[later[i]!] = work[later[i]!]! - values[n + entries + i]! * x;
    }
    for (let k = n - 1; k >= 0; k--) {
      let x = work[k]!;
      for (let i = from[k]!; i < from[k + 1]!; i++) x -= values[n + i]! * work[later[i]!]!;
      work[k] = x / values[k]!;
    }
    for (let k = 0; k < n; k++) b[order[k]!] = work[k]!;
  }

  /** Slots that the products of an elimination are taken from, in the order in which they come. */
  private landings(): Int32Array {
    const { n, from, later, order } = this;
    const list: number[] = [];
    for (let k = 0; k < n; k++)
      for (let i = from[k]!; i < from[k + 1]!; i++)
        for (let j = from[k]!; j < from[k + 1]!; j++) list.push(this.slotOf(order[later[i]!]!, order[later[j]!]!));
    return Int32Array.from(list);
  }
}

function neighboursOf(n: number, joined: Iterable<readonly [number, number]>): Set<number>[] {
  const beside = Array.from({ length: n }, () => new Set<number>());
  for (const [a, b] of joined) {
    if (a === b || a < 0 || b < 0) continue;
    beside[a]!.add(b);
    beside[b]!.add(a);
  }
  return beside;
}

/** Rows in the order of fewest neighbours left, with those neighbours; eats `beside`. Equal counts go by row, so that it is one order. */
function leastFirst(n: number, beside: Set<number>[]): { order: Int32Array; laterOf: number[][] } {
  const order = new Int32Array(n);
  const laterOf: number[][] = [];
  const left = new Set(beside.keys());
  for (let k = 0; k < n; k++) {
    let row = -1;
    for (const r of left) {
      if (row < 0 || beside[r]!.size < beside[row]!.size) row = r;
      if (beside[row]!.size <= 1) break;
    }
    left.delete(row);
    order[k] = row;
    const later = [...beside[row]!];
    laterOf.push(later);
    for (const a of later) {
      beside[a]!.delete(row);
      for (const b of later) if (a !== b) beside[a]!.add(b);
    }
  }
  return { order, laterOf };
}
