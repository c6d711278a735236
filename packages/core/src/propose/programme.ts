/**
 * A wiring problem written out as an integer programme, for a solver of such programmes. Posing the problem is ours; solving it is
 * not. The solver is handed in, so that this folder stays free of how it is loaded.
 */
import type { Option, Solution, WiringProblem } from './problem.js';

/** The one thing asked of a solver of integer programmes: a text in CPLEX LP form, and back the value of each variable. */
export interface ProgrammeSolver {
  solve(
    programme: string,
    options: { time_limit: number; mip_rel_gap: number; mip_abs_gap: number; output_flag: boolean },
  ): { Status: string; Columns: Record<string, { Primal?: number }> };
}

/** The solver gave no proven answer; `reason` is its own word for why. */
export class SolverFailed extends Error {
  override readonly name = 'SolverFailed';
  constructor(readonly reason: string) {
    super(`the wiring could not be proven: ${reason}`);
  }
}

/** Seconds after which a proof is given up. */
const MOST_S = 30;
/** All tie-breaks together stay below a point, so that they never outweigh a real difference. Costs are whole points. */
const TIES = 0.4;

/**
 * Least-cost cover of a problem, proven. Ties are broken by the options' names, so that a rig told in another order gets the same
 * wiring.
 * @throws {SolverFailed} when the solver ends with anything but an optimum or the proof that there is none
 */
export function solveProven(problem: WiringProblem, solver: ProgrammeSolver, strict = false): Solution {
  const options = strict ? problem.options.filter((o) => !o.open) : problem.options;
  const done = { bound: 0, proven: true, nodes: 0 };
  if (!problem.needs.some((n) => n.always)) return { ...done, chosen: [], cost: 0 };
  const { Status, Columns } = solver.solve(programmeOf({ ...problem, options }), {
    time_limit: MOST_S,
    mip_rel_gap: 0,
    mip_abs_gap: 1e-6,
    output_flag: false,
  });
  if (Status === 'Infeasible') return { ...done, chosen: null, cost: Infinity, bound: Infinity };
  if (Status !== 'Optimal') throw new SolverFailed(Status.toLowerCase());
  const chosen = options.filter((_, i) => (Columns[`x${i}`]?.Primal ?? 0) > 0.5);
  const cost = costOf(problem, chosen);
  return { ...done, chosen: chosen.map((o) => o.id), cost, bound: cost };
}

/** Points of a set of options, with what sharing a hub adds. */
function costOf({ hubs }: WiringProblem, chosen: readonly Option[]): number {
  const shared = hubs.reduce((sum, hub) => {
    const users = chosen.filter((o) => o.hub === hub.id).length;
    return sum + hub.share * Math.max(0, users - 1);
  }, 0);
  return chosen.reduce((sum, o) => sum + o.cost, shared);
}

/** x = option chosen, a = need active, h = hub in use, m = setting on a value. */
function programmeOf(problem: WiringProblem): string {
  const rows = [...needRows(problem), ...poolRows(problem), ...hubRows(problem), ...modeRows(problem)];
  const names = new Set(rows.flatMap((row) => row.match(/[a-z]\d+(v\d+)?/g) ?? []));
  problem.options.forEach((_, i) => names.add(`x${i}`));
  return [
    'Minimize',
    ` cost: ${objective(problem)}`,
    'Subject To',
    ...rows.map((row, i) => ` c${i}: ${row}`),
    'Binary',
    ...chunks([...names].sort(byName)).map((list) => ` ${list.join(' ')}`),
    'End',
    '',
  ].join('\n');
}

/** By letter, then by its numbers. */
function byName(a: string, b: string): number {
  const letters = a.charCodeAt(0) - b.charCodeAt(0);
  if (letters) return letters;
  const [first, second = 0] = numbersIn(a);
  const [other, more = 0] = numbersIn(b);
  return first! - other! || second - more;
}
const numbersIn = (name: string): number[] => name.slice(1).split('v').map(Number);

/** Of each need, pool or hub, by its id, the options that have to do with it, by index. */
function usersBy<T>(
  options: readonly Option[],
  of: (o: Option) => readonly (readonly [id: string, what: T])[],
): Map<string, [T, number][]> {
  const users = new Map<string, [T, number][]>();
  options.forEach((o, i) => {
    for (const [id, what] of of(o)) {
      const known = users.get(id);
      if (known) known.push([what, i]);
      else users.set(id, [[what, i]]);
    }
  });
  return users;
}
const NOBODY: readonly never[] = [];

const chunks = (list: readonly string[]): string[][] =>
  Array.from({ length: Math.ceil(list.length / 20) }, (_, i) => list.slice(i * 20, i * 20 + 20));

type Term = [coefficient: number, name: string];

function sumOf(terms: readonly Term[]): string {
  if (!terms.length) return '0 x0';
  return terms
    .map(([k, name]) => `${k < 0 ? '-' : '+'} ${decimal(Math.abs(k))} ${name}`)
    .join(' ')
    .replace(/((?:\S+ ){60})/g, '$1\n  ');
}

/** Never with an exponent, which the text form does not know. */
const decimal = (value: number): string => (Number.isInteger(value) ? String(value) : value.toFixed(9));

function objective({ options, hubs, needs }: WiringProblem): string {
  const share = new Map(hubs.map((hub) => [hub.id, hub.share]));
  const tie = TIES / Math.max(1, needs.length);
  const terms = options.map((o, i): Term => [o.cost + (share.get(o.hub ?? '') ?? 0) + tie * rankOf(o.id), `x${i}`]);
  return sumOf([...terms, ...hubs.map((hub, h): Term => [-hub.share, `h${h}`])]);
}

/** A number 0…1 that is always the same for the same name, in thousandths (FNV-1a). */
function rankOf(name: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < name.length; i++) hash = Math.imul(hash ^ name.charCodeAt(i), 0x01000193) >>> 0;
  return (hash % 1000) / 1000;
}

/** Each active need is covered once; one that is woken is active when any of its wakers is chosen, and only then. */
function needRows({ needs, options }: WiringProblem): string[] {
  const covering = usersBy(options, (o) => o.covers.map((id) => [id, 1]));
  const waking = usersBy(options, (o) => o.wakes.map((id) => [id, 1]));
  return needs.flatMap((need, n) => {
    const covers = once(covering.get(need.id)).map((i): Term => [1, `x${i}`]);
    if (need.always) return [`${sumOf(covers)} = 1`];
    const wakers = once(waking.get(need.id));
    if (!wakers.length) return covers.length ? [`${sumOf(covers)} = 0`] : [];
    return [
      `${sumOf([...covers, [-1, `a${n}`]])} = 0`,
      ...wakers
        .map((i) =>
          sumOf([
            [1, `a${n}`],
            [-1, `x${i}`],
          ]),
        )
        .map((row) => `${row} >= 0`),
      `${sumOf([...wakers.map((i): Term => [1, `x${i}`]), [-1, `a${n}`]])} >= 0`,
    ];
  });
}

/** Indices, each once. */
const once = (users: readonly (readonly [number, number])[] = NOBODY): number[] => [
  ...new Set(users.map(([, i]) => i)),
];

function poolRows({ pools, options }: WiringProblem): string[] {
  const taking = usersBy(options, (o) => o.takes.map((t) => [t.pool, t.amount]));
  return pools.flatMap((pool) => {
    const amounts = new Map<number, number>();
    for (const [amount, i] of taking.get(pool.id) ?? NOBODY) amounts.set(i, (amounts.get(i) ?? 0) + amount);
    const terms = [...amounts].flatMap(([i, amount]): Term[] => (amount > 0 ? [[amount, `x${i}`]] : []));
    const most = terms.reduce((sum, [k]) => sum + k, 0);
    return most > pool.capacity ? [`${sumOf(terms)} <= ${decimal(pool.capacity + 1e-9)}`] : [];
  });
}

/** A hub is in use when somebody uses it: the first user does not pay for sharing. */
function hubRows({ hubs, options }: WiringProblem): string[] {
  const using = usersBy(options, (o) => (o.hub === null ? [] : [[o.hub, 1]]));
  return hubs.flatMap((hub, h) => {
    const users = (using.get(hub.id) ?? NOBODY).map(([, i]): Term => [1, `x${i}`]);
    if (!users.length) return [`+ 1 h${h} = 0`];
    const most = users.length > hub.most ? [`${sumOf(users)} <= ${hub.most}`] : [];
    return [`${sumOf([...users, [-1, `h${h}`]])} >= 0`, ...most];
  });
}

/** Chosen options never disagree on a setting. */
function modeRows({ options }: WiringProblem): string[] {
  const keys = new Map<string, Map<string, number[]>>();
  options.forEach((o, i) => {
    for (const { key, value } of o.modes) {
      const values = keys.get(key) ?? new Map<string, number[]>();
      keys.set(key, values.set(value, [...(values.get(value) ?? []), i]));
    }
  });
  return [...keys.values()].flatMap((values, k) => {
    if (values.size < 2) return [];
    const on = [...values.values()].map((users, v) => ({ name: `m${k}v${v}`, users }));
    return [
      `${sumOf(on.map(({ name }): Term => [1, name]))} <= 1`,
      ...on.flatMap(({ name, users }) =>
        users.map(
          (i) =>
            `${sumOf([
              [1, name],
              [-1, `x${i}`],
            ])} >= 0`,
        ),
      ),
    ];
  });
}
