import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findClashes } from './clash.js';
import type { Option, WiringProblem } from './problem.js';
import { solveProblem, solveSteps } from './solve.js';

const NEEDS = ['a', 'b', 'c', 'd'];

/** Small problems: four needs, the last two woken, up to seven options, two pools, a hub, a mode. */
const problems = fc
  .array(
    fc.record({
      covers: fc.uniqueArray(fc.constantFrom(...NEEDS), { minLength: 1, maxLength: 2 }),
      cost: fc.integer({ min: 0, max: 9 }),
      pool: fc.constantFrom(null, 'p', 'q'),
      amount: fc.integer({ min: 1, max: 2 }),
      hub: fc.constantFrom(null, 'h'),
      mode: fc.constantFrom(null, 'x', 'y'),
      wakes: fc.subarray(['c', 'd']),
    }),
    { minLength: 1, maxLength: 7 },
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
  const active = new Set([...needs.filter((n) => n.always).map((n) => n.id), ...chosen.flatMap((o) => o.wakes)]);
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
      ids.map((pool, j): Option => ({
        id: `${id}${pool}`,
        covers: [id],
        cost: ((i * 7 + j * 13) % 11) + (j < 3 ? 0 : 5),
        takes: [{ pool, amount: 1 }],
        hub: null,
        modes: [],
        wakes: [],
      })),
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
          const open = free.map((id): Option => ({
            id: `free ${id}`,
            covers: [id],
            cost: 0,
            takes: [],
            hub: null,
            modes: [],
            wakes: [],
          }));
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
