import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findPrices } from './bound.js';
import { findClashes } from './clash.js';
import { indexProblem } from './indexed.js';
import type { Option, WiringProblem } from './problem.js';
import { solveProblem, solveSteps } from './solve.js';
import { splitProblem } from './split.js';

const NEEDS = ['a', 'b', 'c', 'd', 'e'];

const plain = (id: string, covers: string[], cost: number, more: Partial<Option> = {}): Option => ({
  ...{ id, covers, cost, takes: [], hub: null, modes: [], wakes: [] },
  ...more,
});

/** Small problems: five needs, the last three woken, up to eight options, two pools, a hub, a mode. */
const problems = fc
  .array(
    fc.record({
      covers: fc.uniqueArray(fc.constantFrom(...NEEDS), { minLength: 1, maxLength: 2 }),
      cost: fc.integer({ min: 0, max: 9 }),
      pool: fc.constantFrom(null, 'p', 'q'),
      amount: fc.integer({ min: 1, max: 2 }),
      hub: fc.constantFrom(null, 'h'),
      mode: fc.constantFrom(null, 'x', 'y'),
      wakes: fc.subarray(['c', 'd', 'e']),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((drafts): WiringProblem => ({
    needs: NEEDS.map((id) => ({ id, always: id < 'c' })),
    options: drafts.map((d, i): Option => ({
      id: `o${i}`,
      covers: d.covers,
      cost: d.cost,
      takes: d.pool ? [{ pool: d.pool, amount: d.amount }] : [],
      hub: d.hub,
      modes: d.mode ? [{ key: 'm', value: d.mode }] : [],
      wakes: d.wakes.filter((w) => !d.covers.includes(w)),
    })),
    pools: [
      { id: 'p', capacity: 2 },
      { id: 'q', capacity: 3 },
    ],
    hubs: [{ id: 'h', share: 4, most: 2 }],
  }));

/** Cost of a set of options, or null when it is no cover: the rules of the problem, one by one. */
function judge({ needs, pools, hubs }: WiringProblem, chosen: Option[]): number | null {
  const active = woken(needs, chosen);
  const covered = chosen.flatMap((o) => o.covers);
  if (new Set(covered).size < covered.length) return null;
  if (covered.some((id) => !active.has(id)) || [...active].some((id) => !covered.includes(id))) return null;
  for (const pool of pools) {
    const taken = chosen.flatMap((o) => o.takes).filter((t) => t.pool === pool.id);
    if (taken.reduce((sum, t) => sum + t.amount, 0) > pool.capacity) return null;
  }
  if (new Set(chosen.flatMap((o) => o.modes.map((m) => m.value))).size > 1) return null;
  let cost = chosen.reduce((sum, o) => sum + o.cost, 0);
  for (const hub of hubs) {
    const users = chosen.filter((o) => o.hub === hub.id).length;
    if (users > hub.most) return null;
    cost += Math.max(0, users - 1) * hub.share;
  }
  return cost;
}

/** Needs active in the end: the ones there from the start, and from there what options of active needs wake. */
function woken(needs: WiringProblem['needs'], chosen: Option[]): Set<string> {
  const active = new Set(needs.filter((n) => n.always).map((n) => n.id));
  for (let before = -1; before < active.size;) {
    before = active.size;
    for (const o of chosen) if (o.covers.some((id) => active.has(id))) o.wakes.forEach((id) => active.add(id));
  }
  return active;
}

const subsets = <T>(list: readonly T[]): T[][] =>
  Array.from({ length: 2 ** list.length }, (_, bits) => list.filter((_x, i) => bits & (2 ** i)));

function bruteForce(problem: WiringProblem): number {
  return Math.min(...subsets(problem.options).map((chosen) => judge(problem, chosen) ?? Infinity));
}

describe('the search', () => {
  it('finds the least cost that trying every set of options finds', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const found = solveProblem(problem);
        expect(found.proven).toBe(true);
        expect(found.cost).toBe(bruteForce(problem));
        if (found.chosen)
          expect(
            judge(
              problem,
              problem.options.filter((o) => found.chosen!.includes(o.id)),
            ),
          ).toBe(found.cost);
      }),
      { numRuns: 400 },
    );
  });

  it('what is woken when it is covered already is paid once', () => {
    const found = solveProblem({
      needs: ['a', 'b', 'c', 'd'].map((id) => ({ id, always: id < 'c' })),
      options: [
        plain('b wakes d', ['b'], 0, { wakes: ['d'] }),
        plain('b and c', ['b', 'c'], 2),
        plain('a dear', ['a'], 3),
        plain('d', ['d'], 0, { hub: 'h' }),
        plain('a on the hub', ['a'], 2, { hub: 'h' }),
        plain('a wakes c', ['a'], 0, { wakes: ['c'] }),
      ],
      pools: [],
      hubs: [{ id: 'h', share: 4, most: 2 }],
    });
    expect(found).toMatchObject({ chosen: ['b and c', 'a wakes c'], cost: 2, proven: true });
  });

  it('what is woken by two, by one of them through another, is paid once', () => {
    const found = solveProblem({
      needs: ['a', 'b', 'c', 'd'].map((id) => ({ id, always: id < 'c' })),
      options: [
        plain('a alone', ['a'], 0, { modes: [{ key: 'm', value: 'x' }] }),
        plain('a wakes d', ['a'], 0, { wakes: ['d'] }),
        plain('b dear', ['b'], 12),
        plain('b wakes c', ['b'], 0, { wakes: ['c'], modes: [{ key: 'm', value: 'y' }] }),
        plain('c wakes d', ['c'], 0, { wakes: ['d'] }),
        plain('d', ['d'], 10),
      ],
      pools: [],
      hubs: [],
    });
    expect(found).toMatchObject({ cost: 10, proven: true });
    expect(found.chosen).toEqual(['a wakes d', 'b wakes c', 'c wakes d', 'd']);
  });

  it('stopped early gives a bound that is no more than the best', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const first = solveProblem(problem, { anyCover: true });
        expect(first.bound).toBeLessThanOrEqual(bruteForce(problem));
      }),
    );
  });

  it('can be stopped from outside once it has a cover', () => {
    const many = hard(14);
    const steps = solveSteps(many, { stopped: () => true });
    let seen = 0;
    for (let step = steps.next(); ; step = steps.next()) {
      if (!step.done) seen++;
      else {
        expect(step.value.chosen).not.toBeNull();
        expect(step.value.proven).toBe(false);
        expect(step.value.bound).toBeLessThanOrEqual(step.value.cost);
        break;
      }
    }
    expect(seen).toBeLessThan(5);
  });
});

/** As many needs as options that all want the same few cheap ways: much to try. */
function hard(n: number): WiringProblem {
  const ids = Array.from({ length: n }, (_, i) => `n${i}`);
  return {
    needs: ids.map((id) => ({ id, always: true })),
    options: ids.flatMap((id, i) =>
      ids.map((pool, j) =>
        plain(`${id}${pool}`, [id], ((i * 7 + j * 13) % 11) + (j < 3 ? 0 : 5), { takes: [{ pool, amount: 1 }] }),
      ),
    ),
    pools: ids.map((id) => ({ id, capacity: 1 })),
    hubs: [],
  };
}

describe('clashes', () => {
  it('are as small as the smallest set that cannot be covered', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const demands = problem.needs.filter((n) => n.always).map((n) => n.id);
        const canMeet = (held: string[]): boolean => {
          const free = demands.filter((id) => !held.includes(id));
          const open = free.map((id) => plain(`free ${id}`, [id], 0));
          return bruteForce({ ...problem, options: [...problem.options, ...open] }) < Infinity;
        };
        const smallest = subsets(demands)
          .filter((held) => held.length && !canMeet(held))
          .sort((a, b) => a.length - b.length)[0];
        const found = findClashes(problem);
        expect(found.length > 0).toBe(smallest !== undefined);
        for (const clash of found) {
          expect(clash.smallest).toBe(true);
          expect(canMeet(clash.needs)).toBe(false);
        }
        if (smallest) expect(Math.min(...found.map((c) => c.needs.length))).toBe(smallest.length);
      }),
      { numRuns: 300 },
    );
  });
});

describe('pieces and prices', () => {
  it('a problem costs what its pieces cost, each by itself', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const pieces = splitProblem(problem, false);
        expect(pieces.flatMap((p) => p.needs)).toHaveLength(problem.needs.length);
        expect(pieces.flatMap((p) => p.options)).toHaveLength(problem.options.length);
        expect(pieces.reduce((sum, piece) => sum + bruteForce(piece), 0)).toBe(bruteForce(problem));
      }),
      { numRuns: 300 },
    );
  });

  it('strict pieces have no option that leaves a need open', () => {
    fc.assert(
      fc.property(problems, fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }), (problem, open) => {
        const some = { ...problem, options: problem.options.map((o, i) => ({ ...o, open: open[i]! })) };
        const kept = splitProblem(some, true).flatMap((p) => p.options);
        expect(new Set(kept)).toEqual(new Set(some.options.filter((o) => !o.open)));
      }),
    );
  });

  it('prices bound from below, whatever the best was thought to be', () => {
    fc.assert(
      fc.property(problems, fc.integer({ min: 0, max: 60 }), (problem, upper) => {
        expect(findPrices(indexProblem(problem), upper).root).toBeLessThanOrEqual(bruteForce(problem) + 1e-6);
      }),
      { numRuns: 300 },
    );
  });
});
