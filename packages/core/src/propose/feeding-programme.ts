/** Which outlets feed what at least cost, written out as an integer programme; solving it is the solver's. */
import { COST } from './costs.js';
import { inputA, outletA, type Eater, type Outlet } from './outlets.js';
import { SolverFailed, type ProgrammeSolver } from './programme.js';

/** An outlet that may be used. */
export interface Chance {
  outlet: Outlet;
  /** What it draws by itself, where it sits on a regulator; null of packs and outlets of other parts. */
  input: Eater | null;
  /** On the bench, not on the shelf. */
  isHere: boolean;
}

/** A supply on an outlet that suits it, and the amps it asks of it. */
export interface Pair {
  chance: Chance;
  eater: Eater;
  amps: number;
}

/** What may feed what. */
export interface FeedingProblem {
  chances: readonly Chance[];
  eaters: readonly Eater[];
  pairs: readonly Pair[];
  /** Regulators and what may feed each. */
  feeds: readonly { chance: Chance; by: Chance }[];
}

/** The set that was chosen. */
export interface FeedingSet {
  used: Chance[];
  chosen: Pair[];
  /** What each regulator in use hangs on. */
  fedBy: Map<Chance, Chance>;
  /** Supplies that are left without. */
  unfed: Eater[];
  /** Without its leads. */
  points: number;
}

/** After so long a proof is given up, s. */
const MOST_S = 20;
/** Of two alike the one on the bench is taken. */
const NOT_HERE = 0.01;

/**
 * x = supply on outlet, u = supply left without, y = outlet in use, w = part in use, z = regulator on outlet, f = amps into the
 * regulator from there.
 * @throws {SolverFailed} without a proof
 */
export function feedingProgramme(problem: FeedingProblem, solver: ProgrammeSolver): FeedingSet {
  const { chances, eaters, pairs, feeds } = problem;
  // a regulator with two outlets is one part
  const parts = [...new Set(chances.map((c) => c.outlet.part))];
  const cost = [
    ...parts.map((part, i) => `${fixed(partPoints(chances.find((c) => c.outlet.part === part)!))} w${i}`),
    ...pairs.map((p, i) => `${fixed(COST.heatPerW * heatOf(p))} x${i}`),
    ...eaters.map((_, i) => `${COST.openFeed} u${i}`),
  ];
  const rows = [...onceRows(problem), ...ratingRows(problem), ...throughRows(problem), ...turnRows(chances)];
  rows.push(...chances.map((c, i) => `y${i} - w${parts.indexOf(c.outlet.part)} <= 0`));
  const names = Object.entries({ y: chances, x: pairs, z: feeds, w: parts, u: eaters }).flatMap(([name, list]) =>
    list.map((_, i) => `${name}${i}`),
  );
  if (!pairs.length) return { used: [], chosen: [], fedBy: new Map(), unfed: [...eaters], points: 0 };
  const { Status, Columns } = solver.solve(
    [
      ...['Minimize', ` cost: ${cost.join('\n + ')}`, 'Subject To'],
      ...rows.map((row, i) => ` c${i}: ${row}`),
      ...['Binary', ...names.map((name) => ` ${name}`), 'End', ''],
    ].join('\n'),
    { time_limit: MOST_S, mip_rel_gap: 0, mip_abs_gap: 1e-6, output_flag: false },
  );
  if (Status !== 'Optimal') throw new SolverFailed(Status.toLowerCase());
  const isOn = (name: string): boolean => (Columns[name]?.Primal ?? 0) > 0.5;
  const chosen = pairs.filter((_, i) => isOn(`x${i}`));
  const fedBy = new Map(feeds.flatMap((f, i) => (isOn(`z${i}`) ? [[f.chance, f.by] as const] : [])));
  const used = chances.filter((c) => chosen.some((p) => p.chance === c) || [...fedBy.values()].includes(c));
  const heat = chosen.reduce((sum, p) => sum + COST.heatPerW * heatOf(p), 0);
  const byPart = new Map(used.map((c) => [c.outlet.part, partPoints(c)]));
  return {
    ...{ used, chosen, fedBy, unfed: eaters.filter((_, i) => isOn(`u${i}`)) },
    points: [...byPart.values()].reduce((sum, p) => sum + p, heat),
  };
}

/** Heat of a regulator for one load, W: a linear one's from the fullest that it may hang on. */
export function heatOf({ chance: { input, outlet }, amps }: Pair, fromV = input?.supply.volts[1] ?? 0): number {
  if (!input) return 0;
  const { volts, efficiency } = outlet.source.regulator!;
  return outlet.source.kind === 'linear' ? amps * (fromV - volts) : amps * volts * (1 / efficiency - 1);
}

const fixed = (x: number): string => x.toFixed(5);

/** Grams, and the lead that feeds it, of a regulator; what is there anyway costs nothing. */
const partPoints = ({ input, outlet, isHere }: Chance): number =>
  input ? outlet.sheet.massG + COST.lead + (isHere ? 0 : NOT_HERE) : 0;

/** Each supply on one outlet or left without, each regulator in use on one too. */
function onceRows({ chances, eaters, pairs, feeds }: FeedingProblem): string[] {
  const supplies = eaters.map((eater, e) => {
    const own = pairs.flatMap((p, i) => (p.eater === eater ? [`x${i}`] : []));
    return `${[...own, `u${e}`].join(' + ')} = 1`;
  });
  const regulators = chances.flatMap((chance, i) => {
    if (!chance.input) return [];
    const own = feeds.flatMap((f, k) => (f.chance === chance ? [`z${k}`] : []));
    return [own.length ? `${own.join(' + ')} - y${i} = 0` : `y${i} = 0`];
  });
  return [...supplies, ...regulators];
}

/** No outlet gives more than it may, and what is used is paid for. */
function ratingRows({ chances, pairs, feeds }: FeedingProblem): string[] {
  return chances.flatMap((chance, i) => {
    const asked = [
      ...pairs.flatMap((p, k) => (p.chance === chance ? [`${fixed(p.amps)} x${k}`] : [])),
      ...feeds.flatMap((f, k) => (f.by === chance ? [`f${k}`] : [])),
    ];
    const used = pairs.flatMap((p, k) => (p.chance === chance ? [`x${k} - y${i} <= 0`] : []));
    return asked.length ? [`${asked.join(' + ')} - ${fixed(outletA(chance.outlet))} y${i} <= 0`, ...used] : [];
  });
}

/** A regulator draws at what feeds it for all that hangs on it: f is at least that, once z says that it hangs there. */
function throughRows({ pairs, feeds }: FeedingProblem): string[] {
  return feeds.flatMap(({ chance, by }, i) => {
    const through = pairs.flatMap((p, k) =>
      p.chance === chance ? [`${fixed(inputA(chance.outlet, by.outlet, p.amps))} x${k}`] : [],
    );
    const most = fixed(inputA(chance.outlet, by.outlet, outletA(chance.outlet)));
    return through.length ? [`${through.join(' + ')} + ${most} z${i} - f${i} <= ${most}`] : [];
  });
}

/** A second copy of a class only once the first is used: they are alike, and no solver need try both ways. */
function turnRows(chances: readonly Chance[]): string[] {
  return chances.flatMap((c, i) => {
    const before = chances.findLastIndex((b, at) => at < i && isTwin(b, c));
    return before < 0 ? [] : [`y${before} - y${i} >= 0`];
  });
}

const isTwin = (a: Chance, b: Chance): boolean =>
  !a.isHere && !b.isHere && a.outlet.sheet === b.outlet.sheet && a.outlet.source.id === b.outlet.source.id;
