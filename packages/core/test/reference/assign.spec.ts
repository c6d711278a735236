/**
 * The assignment against an integer programme, [lib javascript-lp-solver], and against going through every way, on random
 * small problems of controls, slots and locked rows.
 */
import solver from 'javascript-lp-solver';
import { describe, expect, it } from 'vitest';
import { smallestClash } from '../../src/channels/assign/clash.js';
import type { AssignProblem, Demand } from '../../src/channels/assign/demand.js';
import { solveAssign } from '../../src/channels/assign/solve.js';
import { seeded } from '../support/random-rig.js';

function randomProblem(seed: number): AssignProblem {
  const random = seeded(seed);
  const below = (n: number): number => Math.floor(random() * n);
  const controls = 2 + below(4);
  const slots = 2 + below(4);
  const some = <T>(n: number, make: (i: number) => T): T[] =>
    Array.from({ length: n }, (_, i) => i)
      .filter(() => random() < 0.6)
      .map(make);
  const option = <T>(value: T) => ({ value, cost: below(20) / 4, points: [] });
  // the pilot's own, a second's that is handed over, or one with a receiver of its own
  const whose = (): Pick<Demand, 'transmitter' | 'air'> => {
    const [first, second] = [{ id: 'T1' }, { id: 'T2' }] as never[];
    if (random() < 0.7) return { transmitter: first!, air: first! };
    return { transmitter: second!, air: random() < 0.5 ? first! : second! };
  };
  const demands = Array.from({ length: 1 + below(4) }, (_, d) => ({
    id: `d${d}`,
    label: `demand ${d}`,
    chain: null as never,
    wish: null,
    pilots: null,
    flight: false,
    hand: `d${d}`,
    ...whose(),
    controls: some(controls, (i) => option({ id: `c${i}` } as never)),
    slots: some(slots, (i) => option(i + 1)),
    ruledOut: new Map<string, number>(),
  })) as Demand[];
  const lockedSlots = some(slots, (i) => i + 1).filter(() => random() < 0.5);
  const lockedControls = [...new Set(lockedSlots.map(() => below(controls)))];
  const locked = lockedControls.map((c, i) => ({ transmitter: 'T1', control: `c${c}`, slot: lockedSlots[i]! }));
  return { demands, locked };
}

/** A slot by whose channels it is on. */
const slotOf = (demand: Demand, slot: number): string => `${demand.air.id} ${slot}`;

/** A locked row is taken whole or not at all. */
const isTorn = (locked: AssignProblem['locked'], control: string, slot: string): boolean =>
  locked.some((p) => (`${p.transmitter}.${p.control}` === control) !== (`${p.transmitter} ${p.slot}` === slot));

/** Whether two whole choices stand beside each other and the locked rows. */
function bruteForce({ demands, locked }: AssignProblem): number | null {
  let best: number | null = null;
  const walk = (d: number, controls: Set<string>, slots: Set<string>, cost: number): void => {
    if (d === demands.length) {
      best = best === null ? cost : Math.min(best, cost);
      return;
    }
    const demand = demands[d]!;
    for (const c of demand.controls)
      for (const s of demand.slots) {
        const key = `${demand.transmitter.id}.${c.value.id}`;
        const slot = slotOf(demand, s.value);
        if (controls.has(key) || slots.has(slot) || isTorn(locked, key, slot)) continue;
        walk(d + 1, new Set([...controls, key]), new Set([...slots, slot]), cost + c.cost + s.cost);
      }
  };
  walk(0, new Set(), new Set(), 0);
  return best;
}

/** One variable for each demand, control and slot together. */
function programme({ demands, locked }: AssignProblem): number | null {
  const variables: Record<string, Record<string, number>> = {};
  const constraints: Record<string, { equal?: number; max?: number }> = {};
  demands.forEach((demand, d) => {
    constraints[`need${d}`] = { equal: 1 };
    for (const c of demand.controls)
      for (const s of demand.slots) {
        const key = `${demand.transmitter.id}.${c.value.id}`;
        const slot = slotOf(demand, s.value);
        if (isTorn(locked, key, slot)) continue;
        constraints[`control ${key}`] = { max: 1 };
        constraints[`slot ${slot}`] = { max: 1 };
        variables[`${d} ${key} ${slot}`] = {
          // the solver's empty optimum is 0; a shift a demand keeps every cost above it
          cost: c.cost + s.cost + 1,
          [`need${d}`]: 1,
          [`control ${key}`]: 1,
          [`slot ${slot}`]: 1,
        };
      }
  });
  const ints = Object.fromEntries(Object.keys(variables).map((v) => [v, 1]));
  const solved = solver.Solve({ optimize: 'cost', opType: 'min', constraints, variables, ints } as never) as {
    feasible: boolean;
    result: number;
  };
  const whole = demands.every((demand) => demand.controls.length && demand.slots.length);
  return solved.feasible && whole ? solved.result - demands.length : null;
}

const SEEDS = Array.from({ length: 600 }, (_, i) => i + 1);

describe('the assignment', () => {
  it('costs what going through every way costs, or says there is none', () => {
    let possible = 0;
    for (const seed of SEEDS) {
      const problem = randomProblem(seed);
      const wanted = bruteForce(problem);
      const found = solveAssign(problem);
      expect([seed, found?.cost ?? null]).toEqual([seed, wanted === null ? null : expect.closeTo(wanted, 9)]);
      if (wanted !== null) possible++;
    }
    // both kinds were among them
    expect(possible).toBeGreaterThan(150);
    expect(possible).toBeLessThan(500);
  });

  it('costs what the integer programme costs', () => {
    for (const seed of SEEDS.slice(0, 300)) {
      const problem = randomProblem(seed);
      const wanted = programme(problem);
      const cost = solveAssign(problem)?.cost ?? null;
      expect([seed, cost]).toEqual([seed, wanted === null ? null : expect.closeTo(wanted, 6)]);
    }
  });

  it('gives each demand choices it has, none twice', () => {
    for (const seed of SEEDS) {
      const problem = randomProblem(seed);
      const found = solveAssign(problem);
      if (!found) continue;
      const controls = found.given.map(
        (g, d) => `${problem.demands[d]!.transmitter.id}.${problem.demands[d]!.controls[g.control]!.value.id}`,
      );
      const slots = found.given.map((g, d) => slotOf(problem.demands[d]!, problem.demands[d]!.slots[g.slot]!.value));
      expect(new Set(controls).size).toBe(controls.length);
      expect(new Set(slots).size).toBe(slots.length);
    }
  });

  it('when there is none, names a smallest set that clashes: going through every smaller one finds none', () => {
    let seen = 0;
    for (const seed of SEEDS) {
      const problem = randomProblem(seed);
      if (bruteForce(problem) !== null) continue;
      seen++;
      const clash = smallestClash(problem);
      const named = problem.demands.filter((d) => clash.demands.includes(d.id));
      expect(bruteForce({ ...problem, demands: named })).toBeNull();
      for (let mask = 0; mask < 1 << problem.demands.length; mask++) {
        const some = problem.demands.filter((_, d) => mask & (1 << d));
        if (some.length < named.length) expect(bruteForce({ ...problem, demands: some })).not.toBeNull();
      }
    }
    expect(seen).toBeGreaterThan(50);
  });
});
