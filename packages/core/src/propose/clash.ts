import type { Option, Solution, WiringProblem } from './problem.js';
import { solveProblem, type SolveLimits } from './solve.js';
import { splitProblem } from './split.js';

/** Rounds after which the search for a smaller clash stops. */
const MOST_ROUNDS = 24;
/** Nodes for all questions of one clash together: past that, what is known is given without the claim to be smallest. */
const MOST_NODES = 30_000;
const FEW_NODES = 4_000;

/** The fewest needs that cannot be met together. */
export interface Clash {
  /** Ids of needs that cannot all be covered. */
  needs: string[];
  /** No smaller set clashes. False when the search was cut short: then it clashes, but may not be the smallest. */
  smallest: boolean;
}

/**
 * Why a problem has no whole cover: in each piece that has none, a smallest set of demands that cannot all be met. Found by
 * growing a set that meets every known way out (implicit hitting sets).
 */
export function findClashes(problem: WiringProblem, solve: SolveWhole = solveProblem): Clash[] {
  return splitProblem(problem, false)
    .filter((piece) => solve(piece, { strict: true, anyCover: true, mostNodes: MOST_NODES }).chosen === null)
    .map((piece) => smallestClash(piece, solve));
}

/** Solves a problem whole: our own search, or a solver of integer programmes. */
export type SolveWhole = (problem: WiringProblem, limits?: SolveLimits) => Solution;

function smallestClash(piece: WiringProblem, solve: SolveWhole): Clash {
  const demands = piece.needs.filter((n) => n.always).map((n) => n.id);
  const waysOut: string[][] = [];
  const spent = { nodes: 0 };
  for (let round = 0; round < MOST_ROUNDS && spent.nodes < MOST_NODES; round++) {
    const held = hit(waysOut);
    const open = leastOpen(piece, new Set(held), demands, spent, solve);
    if (open === null) return { needs: held, smallest: true };
    if (open.length === 0) break;
    waysOut.push(open);
  }
  return { needs: shrink(piece, demands, spent, solve), smallest: false };
}

/** Demands to leave open, as few as may be, so that the held ones are all met; null when those alone clash. */
function leastOpen(
  piece: WiringProblem,
  held: ReadonlySet<string>,
  demands: string[],
  spent: { nodes: number },
  solve: SolveWhole,
): string[] | null {
  const asked = loosened(piece, (id) => (held.has(id) ? null : 1), demands);
  const { chosen, nodes, proven } = solve(asked, { mostNodes: FEW_NODES });
  spent.nodes += nodes;
  // a search that was cut short has shown nothing about the held ones
  if (chosen === null && !proven) return [];
  return chosen?.filter((id) => id.startsWith(LEFT)).map((id) => id.slice(LEFT.length)) ?? null;
}

const LEFT = 'left:';

/** Only the question of what can be met: options cost nothing, leaving a demand open costs what `price` says (null: not allowed). */
function loosened(piece: WiringProblem, price: (id: string) => number | null, demands: string[]): WiringProblem {
  const ways = piece.options.filter((o) => !o.open).map((o) => ({ ...o, cost: 0 }));
  const leave = demands.flatMap((id): Option[] => {
    const cost = price(id);
    return cost === null ? [] : [{ id: LEFT + id, covers: [id], cost, takes: [], hub: null, modes: [], wakes: [] }];
  });
  return { ...piece, hubs: piece.hubs.map((h) => ({ ...h, share: 0 })), options: [...ways, ...leave] };
}

/** Drops demands as long as the rest surely still clashes and there is patience left. */
function shrink(piece: WiringProblem, demands: string[], spent: { nodes: number }, solve: SolveWhole): string[] {
  let held = demands;
  for (const id of demands) {
    if (spent.nodes > 2 * MOST_NODES) break;
    const fewer = held.filter((x) => x !== id);
    const keep = new Set(fewer);
    const without = loosened(piece, (x) => (keep.has(x) ? null : 0), demands);
    const { chosen, proven, nodes } = solve(without, { anyCover: true, mostNodes: FEW_NODES });
    spent.nodes += nodes;
    if (chosen === null && proven) held = fewer;
  }
  return held;
}

/** A smallest set with a member of every list. */
function hit(lists: string[][]): string[] {
  let best: string[] | null = null;
  const search = (rest: string[][], taken: string[]): void => {
    if (best && taken.length >= best.length) return;
    const [first, ...more] = rest.filter((list) => !list.some((id) => taken.includes(id)));
    if (!first) {
      best = taken;
      return;
    }
    for (const id of first) search(more, [...taken, id]);
  };
  search(lists, []);
  return best ?? [];
}
