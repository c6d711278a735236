import { splitProblem } from './split.js';
import { findPrices, type Extra, type Prices } from './bound.js';
import { indexProblem, type Indexed } from './indexed.js';
import type { Solution, WiringProblem } from './problem.js';

/** When the own search gives up. */
export interface SolveLimits {
  /** Search nodes before it stops with what it has. */
  mostNodes?: number;
  /** Leave `open` options out: asks whether everything can be covered. */
  strict?: boolean;
  /** The first cover is enough. */
  anyCover?: boolean;
  /** Asked now and then; true ends the search with what it has. */
  stopped?: () => boolean;
}

/** How far the search is. */
export interface SolveProgress {
  /** Nodes looked at so far. */
  nodes: number;
  /** Points of the best cover so far with the bound for what is still open; null until there is one. */
  best: number | null;
  /** No wiring has fewer points than this. */
  bound: number;
}

const MOST_NODES = 60_000;
const SLICE = 2_000;
const EPS = 1e-9;
/** Prices are found by steps in floating point: a bound this near is met. Costs are whole points. */
const TIGHT = 1e-6;

/**
 * Least-cost cover of a problem's needs, by branch and bound on each independent piece of it. Exact when `proven`;
 * stopped early, `bound` says how far from best the cover may be. Yields now and then; the caller may stop asking.
 */
export function* solveSteps(problem: WiringProblem, limits: SolveLimits = {}): Generator<SolveProgress, Solution> {
  const pieces = splitProblem(problem, limits.strict ?? false).map((piece) => indexProblem(piece));
  const done: Solution = { chosen: [], cost: 0, bound: 0, proven: true, nodes: 0 };
  const floors = pieces.map((piece) => priced(piece));
  let rest = floors.reduce((sum, prices) => sum + prices.root, 0);
  for (const [i, piece] of pieces.entries()) {
    rest -= floors[i]!.root;
    const search = new Search(piece, floors[i]!, limits.anyCover ?? false);
    const most = Math.max(SLICE, (limits.mostNodes ?? MOST_NODES) - done.nodes);
    while (search.run(SLICE) && search.nodes < most && !(limits.stopped?.() && search.best !== null)) {
      yield {
        nodes: done.nodes + search.nodes,
        best: search.best === null ? null : done.cost + search.bestCost + rest,
        bound: done.bound + search.floor + rest,
      };
    }
    done.nodes += search.nodes;
    done.proven &&= search.proven;
    done.bound += search.proven ? search.bestCost : search.floor;
    done.cost += search.bestCost;
    if (search.best === null) return { ...done, chosen: null, cost: Infinity, proven: search.proven };
    done.chosen!.push(...search.best.map((o) => piece.options[o]!.id));
  }
  const order = new Map(problem.options.map((o, i) => [o.id, i]));
  done.chosen!.sort((a, b) => order.get(a)! - order.get(b)!);
  return done;
}

/** Runs {@link solveSteps} to its end. */
export function solveProblem(problem: WiringProblem, limits: SolveLimits = {}): Solution {
  const steps = solveSteps(problem, limits);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Nodes of a first look that finds some cover, for the prices to aim at. */
const FIRST_LOOK = 400;

function priced(piece: Indexed): Prices {
  const plain = findPrices(piece, -Infinity);
  const look = new Search(piece, plain, true);
  look.run(FIRST_LOOK);
  return findPrices(piece, look.best ? look.bestCost : plain.root * 2 + 100);
}

interface Level {
  /** Options still to try at this level, cheapest first. */
  queue: number[];
  at: number;
  taken: number;
}

/** Depth-first search that can be left and taken up again. */
class Search {
  nodes = 0;
  ended = false;
  /** Nothing is cheaper than the best, or there is no cover. */
  proven = false;
  best: number[] | null = null;
  bestCost = Infinity;
  readonly floor: number;
  private readonly levels: Level[] = [];
  private readonly chosen: number[] = [];
  private readonly covered: Uint8Array;
  private readonly active: Uint16Array;
  private readonly left: Float64Array;
  private readonly users: Uint16Array;
  private readonly modes: { value: number; count: number }[];
  private cost = 0;

  constructor(
    private readonly piece: Indexed,
    private readonly prices: Prices,
    private readonly anyCover: boolean,
  ) {
    this.floor = prices.root;
    this.covered = new Uint8Array(piece.needs);
    this.active = new Uint16Array(piece.needs);
    for (const need of piece.always) this.active[need] = 1;
    this.left = Float64Array.from(piece.capacity);
    this.users = new Uint16Array(piece.hubMost.length);
    this.modes = Array.from({ length: piece.modeKeys }, () => ({ value: -1, count: 0 }));
    this.open();
  }

  /** Goes on for some nodes; false when the search has ended. */
  run(nodes: number): boolean {
    for (let n = 0; n < nodes; n++) {
      if (this.ended) return false;
      this.step();
    }
    return !this.ended;
  }

  private step(): void {
    const level = this.levels.at(-1);
    if (!level) {
      this.ended = true;
      this.proven = true;
      return;
    }
    if (level.taken >= 0) this.drop(level);
    const option = level.queue[level.at++];
    if (option === undefined) {
      this.levels.pop();
      return;
    }
    this.nodes++;
    if (!this.fits(option)) return;
    this.choose(level, option);
    if (this.cost + this.ahead() < this.bestCost - TIGHT) this.open();
  }

  /** Opens the next level on the need with the fewest ways out, or notes a whole cover. */
  private open(): void {
    const { piece } = this;
    let need = -1;
    let fewest = Infinity;
    for (let n = 0; n < piece.needs; n++) {
      if (!this.active[n] || this.covered[n]) continue;
      let ways = 0;
      for (const o of piece.byNeed[n]!) if (this.fits(o)) ways++;
      if (ways < fewest) [need, fewest] = [n, ways];
      if (ways === 0) return;
    }
    if (need < 0) {
      this.noteCover();
      return;
    }
    const queue = piece.byNeed[need]!.filter((o) => this.fits(o)).sort(
      (a, b) => this.costOf(a) - this.costOf(b) || a - b,
    );
    this.levels.push({ queue, at: 0, taken: -1 });
  }

  private noteCover(): void {
    for (let n = 0; n < this.piece.needs; n++) if (this.covered[n] && !this.active[n]) return;
    if (this.cost >= this.bestCost - EPS) return;
    this.bestCost = this.cost;
    this.best = [...this.chosen];
    this.proven = this.bestCost <= this.floor + TIGHT;
    if (this.anyCover || this.proven) this.ended = true;
  }

  private fits(o: number): boolean {
    const { piece } = this;
    for (const n of piece.covers[o]!) if (this.covered[n]) return false;
    for (const t of piece.takes[o]!) if (this.left[t.pool]! < t.amount - EPS) return false;
    const hub = piece.hub[o]!;
    if (hub >= 0 && this.users[hub]! >= piece.hubMost[hub]!) return false;
    for (const m of piece.modes[o]!) {
      const now = this.modes[m.key]!;
      if (now.count && now.value !== m.value) return false;
    }
    return true;
  }

  private costOf(o: number): number {
    const hub = this.piece.hub[o]!;
    return this.piece.cost[o]! + (hub >= 0 && this.users[hub]! > 0 ? this.piece.hubShare[hub]! : 0);
  }

  private choose(level: Level, o: number): void {
    const { piece } = this;
    this.cost += this.costOf(o);
    for (const n of piece.covers[o]!) this.covered[n] = 1;
    for (const n of piece.wakes[o]!) this.active[n]!++;
    for (const t of piece.takes[o]!) this.left[t.pool]! -= t.amount;
    if (piece.hub[o]! >= 0) this.users[piece.hub[o]!]!++;
    for (const m of piece.modes[o]!) {
      this.modes[m.key]!.value = m.value;
      this.modes[m.key]!.count++;
    }
    this.chosen.push(o);
    level.taken = o;
  }

  private drop(level: Level): void {
    const { piece } = this;
    const o = level.taken;
    level.taken = -1;
    this.chosen.pop();
    for (const m of piece.modes[o]!) this.modes[m.key]!.count--;
    if (piece.hub[o]! >= 0) this.users[piece.hub[o]!]!--;
    for (const t of piece.takes[o]!) this.left[t.pool]! += t.amount;
    for (const n of piece.wakes[o]!) this.active[n]!--;
    for (const n of piece.covers[o]!) this.covered[n] = 0;
    this.cost -= this.costOf(o);
  }

  /** What is still open costs at least this much at the prices; Infinity for a dead end. */
  private ahead(): number {
    const { piece, prices } = this;
    let sum = 0;
    for (let n = 0; n < piece.needs; n++) {
      if (!this.active[n] || this.covered[n]) continue;
      let least = Infinity;
      for (const o of piece.byNeed[n]!) {
        if (prices.base[o]! >= least || !this.fits(o)) continue;
        least = Math.min(least, this.priceOf(o));
      }
      sum += least;
      if (sum === Infinity) return sum;
    }
    for (let p = 0; p < this.left.length; p++) if (prices.pool[p]) sum -= prices.pool[p]! * this.left[p]!;
    for (let h = 0; h < this.users.length; h++) if (!this.users[h]) sum -= piece.hubShare[h]! - prices.hub[h]!;
    return sum;
  }

  /** An option's share for one of its needs: what it wakes counts while that is fresh, a hub's full share once it is used. */
  private priceOf(o: number): number {
    const { piece, prices } = this;
    let points = prices.base[o]!;
    for (const e of prices.extras[o]!) if (this.isFresh(e.need)) points += this.shareOf(e);
    const hub = piece.hub[o]!;
    return hub >= 0 && this.users[hub]! > 0 ? points + prices.hub[hub]! / piece.covers[o]!.length : points;
  }

  /** Neither woken nor covered: what it costs is counted nowhere else yet. */
  private isFresh(need: number): boolean {
    return !this.active[need] && !this.covered[need];
  }

  private shareOf({ points, alone, beyond }: Extra): number {
    return beyond.every((need) => this.isFresh(need)) ? points : alone;
  }
}
