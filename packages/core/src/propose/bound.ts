import type { Indexed } from './indexed.js';

/**
 * Prices that make a lower bound: each pool's scarce unit and each hub's first use get a price, so that needs which want the
 * same thing are no longer counted as if each could have it (Lagrangian relaxation, prices found by subgradient steps). What
 * an option wakes is counted in shares, one for each need whose options could wake it.
 */
export interface Prices {
  /** Points a unit of each pool. */
  pool: Float64Array;
  /** Part of a hub's sharing cost that its first user is let off, points. */
  hub: Float64Array;
  /** What an option costs one of its needs at these prices, without what it wakes. */
  base: Float64Array;
  /** Shares of what an option wakes, for one of its needs. */
  extras: Extra[][];
  /** The bound with nothing chosen. */
  root: number;
}

/** What waking a need costs at least, while nothing woke or covered it yet. */
export interface Extra {
  /** Index of the need. */
  need: number;
  /** With the shares of what its options wake in turn. */
  points: number;
  /** Without those shares. */
  alone: number;
  /** Needs whose shares `points` may hold: once one of them is active or covered, only `alone` is sure. */
  beyond: number[];
}

const STEPS = 60;
const EPS = 1e-9;

/** Prices for a piece; `upper` is the cost of some cover, or a guess above the best. */
export function findPrices(piece: Indexed, upper: number): Prices {
  const pool = new Float64Array(piece.capacity.length);
  const hub = Float64Array.from(piece.hubShare);
  const waking = lookAtWaking(piece);
  let best = priceOut(piece, pool, hub, waking);
  let pace = 1.5;
  for (let step = 0; step < STEPS; step++) {
    const now = priceOut(piece, pool, hub, waking);
    if (now.root > best.root) best = { ...now, pool: pool.slice(), hub: hub.slice() };
    else pace *= 0.93;
    const { poolSlope, hubSlope, norm } = slopes(piece, now, waking);
    if (norm < EPS || upper - now.root < EPS) break;
    const size = (pace * (upper - now.root)) / norm;
    for (let p = 0; p < pool.length; p++) pool[p] = Math.max(0, pool[p]! + size * poolSlope[p]!);
    for (let h = 0; h < hub.length; h++)
      hub[h] = Math.min(piece.hubShare[h]!, Math.max(0, hub[h]! + size * hubSlope[h]!));
  }
  return best;
}

interface Waking {
  /** How many needs have an option that wakes each need: no more of them can wake it at once. */
  wakers: number[];
  /** Needs that covering each need may wake, and those may wake in turn. */
  beyond: number[][];
}

function lookAtWaking({ wakes, covers, byNeed, needs }: Indexed): Waking {
  const by = Array.from({ length: needs }, () => new Set<number>());
  wakes.forEach((list, o) => {
    for (const n of list) for (const need of covers[o]!) by[n]!.add(need);
  });
  const reach = (need: number, seen: Set<number>): Set<number> => {
    for (const n of byNeed[need]!.flatMap((o) => wakes[o]!)) {
      if (seen.has(n)) continue;
      seen.add(n);
      reach(n, seen);
    }
    return seen;
  };
  return { wakers: by.map((set) => set.size), beyond: byNeed.map((_, need) => [...reach(need, new Set())]) };
}

function priceOut(piece: Indexed, pool: Float64Array, hub: Float64Array, { wakers, beyond }: Waking): Prices {
  const base = Float64Array.from(piece.options, (_, o) => reduced(piece, o, pool, hub) / piece.covers[o]!.length);
  const least = new Map<number, number>();
  const isAlways = new Set(piece.always);
  const extras = piece.options.map((): Extra[] => []);
  const visiting = new Set<number>();
  const leastOf = (need: number): number => {
    const known = least.get(need);
    if (known !== undefined) return known;
    if (visiting.has(need)) return 0;
    visiting.add(need);
    let min = Infinity;
    for (const o of piece.byNeed[need]!) min = Math.min(min, base[o]! + woken(o));
    visiting.delete(need);
    const found = Number.isFinite(min) ? Math.max(0, min) : 0;
    least.set(need, found);
    return found;
  };
  const woken = (o: number): number => {
    let sum = 0;
    for (const n of piece.wakes[o]!) if (!isAlways.has(n)) sum += leastOf(n) / wakers[n]! / piece.covers[o]!.length;
    return sum;
  };
  piece.wakes.forEach((list, o) => {
    for (const need of list) {
      if (isAlways.has(need)) continue;
      const share = 1 / wakers[need]! / piece.covers[o]!.length;
      const bare = Math.min(...piece.byNeed[need]!.map((by) => base[by]!));
      const alone = Number.isFinite(bare) ? bare * share : 0;
      extras[o]!.push({ need, points: leastOf(need) * share, alone, beyond: beyond[need]! });
    }
  });
  const needed = piece.always.reduce((sum, need) => {
    const min = Math.min(...piece.byNeed[need]!.map((o) => base[o]! + extras[o]!.reduce((x, e) => x + e.points, 0)));
    return sum + (Number.isFinite(min) ? min : 0);
  }, 0);
  return { pool, hub, base, extras, root: needed - given(piece, pool, hub) };
}

/** Cost of an option with what it takes priced in. */
function reduced(piece: Indexed, o: number, pool: Float64Array, hub: Float64Array): number {
  let points = piece.cost[o]!;
  for (const t of piece.takes[o]!) points += pool[t.pool]! * t.amount;
  const h = piece.hub[o]!;
  return h < 0 ? points : points + piece.hubShare[h]! - hub[h]!;
}

/** What the prices give back: every pool's stock, every hub's first use. */
function given(piece: Indexed, pool: Float64Array, hub: Float64Array): number {
  const stock = piece.capacity.reduce((sum, cap, p) => sum + cap * pool[p]!, 0);
  return stock + piece.hubShare.reduce((sum, share, h) => sum + share - hub[h]!, 0);
}

/** Which way the prices must go: up where the cheapest choices want more than there is. */
function slopes(piece: Indexed, { base, extras }: Prices, { wakers }: Waking) {
  const poolSlope = Float64Array.from(piece.capacity, (cap) => -cap);
  const hubSlope = Float64Array.from(piece.hubShare, () => 1);
  const spread = (need: number, weight: number, depth: number): void => {
    let at = -1;
    let min = Infinity;
    for (const o of piece.byNeed[need]!) {
      const points = base[o]! + extras[o]!.reduce((x, e) => x + e.points, 0);
      if (points < min) [at, min] = [o, points];
    }
    if (at < 0 || depth > 4) return;
    const own = weight / piece.covers[at]!.length;
    for (const t of piece.takes[at]!) poolSlope[t.pool]! += own * t.amount;
    if (piece.hub[at]! >= 0) hubSlope[piece.hub[at]!]! -= own;
    for (const e of extras[at]!) spread(e.need, own / wakers[e.need]!, depth + 1);
  };
  for (const need of piece.always) spread(need, 1, 0);
  const norm = [...poolSlope, ...hubSlope].reduce((sum, x) => sum + x * x, 0);
  return { poolSlope, hubSlope, norm };
}
