import solver from 'javascript-lp-solver';
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { poseRig, propose, solveProblem, type WiringProblem } from '../../src/propose/index.js';
import { applyEdits } from '../../src/rig/index.js';
import { randomRig } from '../support/random-rig.js';

const RIGS = Array.from({ length: 300 }, (_, i) => i + 1);

/**
 * The same problem as an integer programme, written down anew: x = option chosen, y = hub in use.
 * Needs: Σx = 1, or = Σ of the options that wake it. Hubs: share × (users − 1) by share·Σx − share·y with y ≤ Σx.
 */
function asProgramme({ needs, options, pools, hubs }: WiringProblem) {
  const constraints: Record<string, { equal?: number; min?: number; max?: number }> = {};
  const variables: Record<string, Record<string, number>> = {};
  options.forEach((o, i) => (variables[`x${i}`] = { cost: o.cost, [`one${i}`]: 1 }));
  options.forEach((_, i) => (constraints[`one${i}`] = { max: 1 }));
  for (const need of needs) {
    const row = `need ${need.id}`;
    const woken = options.some((o) => o.wakes.includes(need.id));
    constraints[row] = { equal: need.always ? 1 : 0 };
    options.forEach((o, i) => o.covers.includes(need.id) && (variables[`x${i}`]![row] = 1));
    if (need.always || !woken) continue;
    // woken by any of several: active once, so a y for "any of them" that each forces and their sum allows
    const active = `any ${need.id}`;
    variables[active] = { [row]: -1, [`${row} top`]: 1, [`one ${active}`]: 1 };
    constraints[`one ${active}`] = { max: 1 };
    constraints[`${row} top`] = { max: 0 };
    options.forEach((o, i) => {
      if (!o.wakes.includes(need.id)) return;
      constraints[`${row} by ${i}`] = { max: 0 };
      variables[`x${i}`]![`${row} by ${i}`] = 1;
      variables[active]![`${row} by ${i}`] = -1;
      variables[`x${i}`]![`${row} top`] = -1;
    });
  }
  for (const pool of pools) {
    constraints[`pool ${pool.id}`] = { max: pool.capacity + 1e-9 };
    options.forEach((o, i) => {
      const amount = o.takes.filter((t) => t.pool === pool.id).reduce((sum, t) => sum + t.amount, 0);
      if (amount) variables[`x${i}`]![`pool ${pool.id}`] = amount;
    });
  }
  for (const hub of hubs) {
    const used = `hub ${hub.id}`;
    variables[used] = { cost: -hub.share, [`${used} users`]: 1, [`one ${used}`]: 1 };
    constraints[`one ${used}`] = { max: 1 };
    constraints[`${used} users`] = { max: 0 };
    constraints[`${used} most`] = { max: hub.most };
    options.forEach((o, i) => {
      if (o.hub !== hub.id) return;
      variables[`x${i}`]!.cost! += hub.share;
      variables[`x${i}`]![`${used} users`] = -1;
      variables[`x${i}`]![`${used} most`] = 1;
    });
  }
  const modes = new Map<string, string[]>();
  options.forEach((o) =>
    o.modes.forEach((m) => modes.set(m.key, [...new Set([...(modes.get(m.key) ?? []), m.value])])),
  );
  for (const [key, values] of modes) {
    if (values.length < 2) continue;
    constraints[`mode ${key}`] = { max: 1 };
    values.forEach((value) => {
      const on = `mode ${key} ${value}`;
      variables[on] = { [`mode ${key}`]: 1 };
      options.forEach((o, i) => {
        if (!o.modes.some((m) => m.key === key && m.value === value)) return;
        constraints[`${on} ${i}`] = { max: 0 };
        variables[`x${i}`]![`${on} ${i}`] = 1;
        variables[on]![`${on} ${i}`] = -1;
      });
    });
  }
  const ints = Object.fromEntries(Object.keys(variables).map((name) => [name, 1 as const]));
  return { optimize: 'cost', opType: 'min' as const, constraints, variables, ints };
}

const optimum = (problem: WiringProblem): number => {
  const answer = solver.Solve(asProgramme(problem)) as { feasible: boolean; result: number };
  return answer.feasible ? answer.result : Infinity;
};

describe('proposals [lib javascript-lp-solver]', () => {
  it.each(RIGS)('random rig %i costs what the integer programme says is least', (seed) => {
    const { problem } = poseRig(randomRig(seed));
    const own = solveProblem(problem);
    expect(own.proven).toBe(true);
    expect(own.cost).toBeCloseTo(optimum(problem), 4);
  });

  it.each(RIGS)('random rig %i is wired without a stop or a watch at Loom', (seed) => {
    const rig = randomRig(seed);
    const proposal = propose(rig);
    const findings = analyse(applyEdits(rig, proposal.edits).rig).findings;
    const about = findings.filter((f) => f.mark === 'stop' || f.station === 'loom');
    const open = new Set([...proposal.unmet.flatMap((u) => u.part ?? []), ...proposal.idle.map((i) => i.part)]);
    expect(about.filter((f) => !f.subjects.some((s) => open.has(s))).map((f) => `${f.rule} ${f.text}`)).toEqual([]);
  });
});
