/** What ran out, in words: a demand has ways, and none is left beside what was chosen. */
import { labelOf } from '../rig/index.js';
import { listed, num } from '../units/index.js';
import type { Posed } from './poser.js';
import type { Option } from './problem.js';
import type { PosedProblem } from './wiring-problem.js';

const MOST_NAMED = 3;
/** Sources named in one reason. */
const MOST_SOURCES = 2;
/** Two sums of amperes that differ by less are the same, A. */
const HARDLY_A = 1e-9;

/** A source that has too little left for one way to meet a demand. */
interface Short {
  source: string;
  hasA: number;
  asksA: number;
  who: string;
  /** What hangs on it already. */
  others: { label: string; amps: number }[];
}

/** Why a demand for volts is not met although outlets would fit: what each of them gives, and who takes it. Empty when it is not that. */
export function shortageText(posed: PosedProblem, need: string, chosen: ReadonlySet<string>): string {
  const short = shortages(
    posed,
    need,
    posed.problem.options.filter((o) => chosen.has(o.id)),
  );
  const bySource = new Map(short.map((s) => [s.source, s]));
  return listed([...bySource.values()].slice(0, MOST_SOURCES).map(inWords));
}

/** Regulators behind one another that are looked through. */
const DEEPEST = 3;

/** What every way to meet a need has too little of, at its source or at what would feed that; empty where some way has enough. */
function shortages(posed: PosedProblem, need: string, chosen: readonly Option[], depth = 0): Short[] {
  const ways = posed.problem.options.filter((o) => !o.open && o.covers.includes(need));
  const short = ways.map((way): Short[] => {
    const own = shortOf(posed, way, chosen);
    if (own || depth === DEEPEST) return own ? [own] : [];
    const behind = way.wakes.filter((n) => !chosen.some((o) => o.covers.includes(n)));
    return behind.map((n) => shortages(posed, n, chosen, depth + 1)).find((s) => s.length) ?? [];
  });
  return short.every((s) => s.length) ? short.flat() : [];
}

function shortOf(posed: PosedProblem, way: Option, chosen: readonly Option[]): Short | null {
  const who = fedBy(posed.posed.get(way.id)!);
  for (const { pool, amount } of way.takes) {
    const source = sourceOf(posed, pool);
    if (!who || source === null) continue;
    const users = chosen.flatMap((o) => {
      const amps = o.takes.filter((t) => t.pool === pool).reduce((sum, t) => sum + t.amount, 0);
      const part = fedBy(posed.posed.get(o.id)!);
      return amps > 0 && part ? [{ label: labelOf(posed.view.rig, part), amps }] : [];
    });
    const hasA = posed.problem.pools.find((p) => p.id === pool)!.capacity;
    if (users.reduce((sum, u) => sum + u.amps, amount) <= hasA + HARDLY_A) continue;
    return {
      source: labelOf(posed.view.rig, source),
      hasA,
      asksA: amount,
      who: labelOf(posed.view.rig, who),
      others: users,
    };
  }
  return null;
}

/** The part that a way brings its volts to; null for what brings none. */
function fedBy({ make }: Posed): string | null {
  if (make.do === 'feed') return make.part;
  return make.do === 'join' ? (make.feed?.part ?? null) : null;
}

/** The part whose amperes a pool holds. */
function sourceOf({ posed }: PosedProblem, pool: string): string | null {
  for (const { make } of posed.values())
    if (make.do === 'feed' && pool === `amps ${make.outlet.id}`) return make.outlet.part.id;
  return null;
}

function inWords({ source, hasA, asksA, who, others }: Short): string {
  const asks = `${who} asks for up to ${num(asksA, 1)} A`;
  if (!others.length) return `${source} gives ${num(hasA, 1)} A, and ${asks}`;
  const most = others.toSorted((a, b) => b.amps - a.amps).map((o) => o.label);
  const more = most.length > MOST_NAMED ? [`${most.length - MOST_NAMED} more`] : [];
  const taken = num(
    others.reduce((sum, o) => sum + o.amps, 0),
    1,
  );
  const names = listed([...most.slice(0, MOST_NAMED), ...more]);
  return `${source} gives ${num(hasA, 1)} A, of which ${names} may take ${taken} A, and ${asks}`;
}
