import { groupBy } from '../../units/index.js';
import { FORBIDDEN, cheapestMatching } from './matching.js';
import type { AssignProblem, Demand, LockedPair } from './demand.js';

/** What a demand got: places in its option lists. */
interface Given {
  control: number;
  slot: number;
}

/** Control and slot of every demand, at the least points. */
export interface Assignment {
  /** Points of all demands together. */
  cost: number;
  given: Given[];
}

/**
 * Cheapest assignment, proven. What one hand moves has one control, and a slot each. Controls and slots are two matchings that do not
 * touch each other, but for rows the user locked: there a demand takes both or neither, and every way to use those rows is gone
 * through, bounded by the matchings. Null when there is none.
 */
export function solveAssign({ demands, locked }: AssignProblem): Assignment | null {
  const search = new Search(demands, locked);
  search.from(0, new Map(), 0);
  return search.best;
}

const controlKey = (transmitter: string, control: string): string => `${transmitter}.${control}`;
/** A slot of a demand by whose channels it is on. */
export const slotKey = (transmitter: string, slot: number): string => `${transmitter} ${slot}`;

class Search {
  best: Assignment | null = null;

  constructor(
    private readonly demands: readonly Demand[],
    private readonly locked: readonly LockedPair[],
  ) {}

  /** Decides locked rows from `at` on; `pinned` are the demands that have one already. */
  from(at: number, pinned: ReadonlyMap<number, Given>, cost: number): void {
    const rest = this.rest(pinned, at);
    if (!rest || cost + rest.cost >= (this.best?.cost ?? Number.POSITIVE_INFINITY) - 1e-9) return;
    if (at === this.locked.length) {
      this.best = { cost: cost + rest.cost, given: rest.given };
      return;
    }
    const pair = this.locked[at]!;
    this.demands.forEach((demand, d) => {
      const given = pinned.has(d) ? null : pairOf(demand, pair);
      if (!given) return;
      const own = demand.controls[given.control]!.cost + demand.slots[given.slot]!.cost;
      this.from(at + 1, new Map(pinned).set(d, given), cost + own);
    });
    this.from(at + 1, pinned, cost);
  }

  /**
   * The two matchings for demands without a locked row. Rows from `decided` on are still free to either matching alone:
   * no dearer than the truth, and the truth itself once all are decided.
   */
  private rest(pinned: ReadonlyMap<number, Given>, decided: number): Assignment | null {
    const gone = this.locked.slice(0, decided);
    const noControl = new Set(gone.map((p) => controlKey(p.transmitter, p.control)));
    const noSlot = new Set(gone.map((p) => slotKey(p.transmitter, p.slot)));
    const open = this.demands.map((_, d) => d).filter((d) => !pinned.has(d));
    const hands = groupBy(open, (d) => this.demands[d]!.hand);
    const firsts = [...hands.values()].map(([first]) => first!);
    const controls = this.match(
      firsts,
      (d) => d.controls.map((o) => o.cost),
      (d, i) => controlKey(d.transmitter.id, d.controls[i]!.value.id),
      noControl,
    );
    const slots =
      controls &&
      this.match(
        open,
        (d) => d.slots.map((o) => o.cost),
        (d, i) => slotKey(d.air.id, d.slots[i]!.value),
        noSlot,
      );
    if (!controls || !slots) return null;
    const given: Given[] = this.demands.map((_, d) => pinned.get(d) ?? { control: -1, slot: -1 });
    const chosen = new Map(firsts.map((d, row) => [this.demands[d]!.hand, controls.choice[row]!]));
    open.forEach((d, row) => (given[d] = { control: chosen.get(this.demands[d]!.hand)!, slot: slots.choice[row]! }));
    return { cost: controls.cost + slots.cost, given };
  }

  private match<K>(
    open: readonly number[],
    costsOf: (demand: Demand) => number[],
    keyOf: (demand: Demand, option: number) => K,
    without: ReadonlySet<K>,
  ): { cost: number; choice: number[] } | null {
    const columns = new Map<K, number>();
    const options = open.map((d) => {
      const demand = this.demands[d]!;
      return costsOf(demand).map((cost, option) => ({ cost, option, key: keyOf(demand, option) }));
    });
    for (const list of options)
      for (const { key } of list) if (!without.has(key) && !columns.has(key)) columns.set(key, columns.size);
    const table = options.map((list) => {
      const row = new Array<number>(columns.size).fill(FORBIDDEN);
      for (const { cost, key } of list) if (columns.has(key)) row[columns.get(key)!] = cost;
      return row;
    });
    const found = cheapestMatching(table, columns.size);
    if (!found) return null;
    const choice = found.column.map((column, row) => options[row]!.find((o) => columns.get(o.key) === column)!.option);
    return { cost: found.cost, choice };
  }
}

/** Places of a locked row's control and slot in a demand's lists; null when either is not there. */
function pairOf(demand: Demand, pair: LockedPair): Given | null {
  if (demand.air.id !== pair.transmitter || demand.transmitter.id !== pair.transmitter) return null;
  const control = demand.controls.findIndex((o) => o.value.id === pair.control);
  const slot = demand.slots.findIndex((o) => o.value === pair.slot);
  return control >= 0 && slot >= 0 ? { control, slot } : null;
}
