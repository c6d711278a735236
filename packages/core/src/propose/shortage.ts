/** What ran out, in words: a demand has ways, and none is left beside what was chosen. */
import { labelOf } from '../rig/index.js';
import { listed, num } from '../units/index.js';
import type { Posed } from './poser.js';
import type { Option } from './problem.js';
import type { PosedProblem } from './wiring-problem.js';

const MOST_NAMED = 3;
/** Sources named in one reason. */
const MOST_SOURCES = 2;
/** Two sums that differ by less are the same. */
const HARDLY = 1e-9;

/** A source that has too little left for one way to meet a demand: of its current, A, or of the heat it gets rid of, W. */
interface Short {
  source: string;
  unit: 'A' | 'W';
  has: number;
  asks: number;
  who: string;
  /** What hangs on it already. */
  others: { label: string; takes: number }[];
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
      const takes = o.takes.filter((t) => t.pool === pool).reduce((sum, t) => sum + t.amount, 0);
      const part = fedBy(posed.posed.get(o.id)!);
      return takes > 0 && part ? [{ label: labelOf(posed.view.rig, part), takes }] : [];
    });
    const has = posed.problem.pools.find((p) => p.id === pool)!.capacity;
    if (users.reduce((sum, u) => sum + u.takes, amount) <= has + HARDLY) continue;
    return {
      ...{ source: labelOf(posed.view.rig, source.part), unit: source.unit },
      ...{ has, asks: amount, who: labelOf(posed.view.rig, who), others: users },
    };
  }
  return null;
}

/** The part that a way brings its volts to; null for what brings none. */
function fedBy({ make }: Posed): string | null {
  if (make.do === 'feed') return make.part;
  return make.do === 'join' ? (make.feed?.part ?? null) : null;
}

/** The part whose amperes a pool holds, or the heat it gets rid of. */
function sourceOf({ posed }: PosedProblem, pool: string): { part: string; unit: Short['unit'] } | null {
  for (const { make } of posed.values()) {
    if (make.do !== 'feed') continue;
    const { id, part } = make.outlet;
    if (pool === `amps ${id}`) return { part: part.id, unit: 'A' };
    if (pool === `heat ${id}`) return { part: part.id, unit: 'W' };
  }
  return null;
}

/** How each shortage is told. */
const TOLD: Readonly<Record<Short['unit'], Record<'has' | 'taken' | 'asks', (figure: string, who: string) => string>>> =
  {
    A: {
      has: (a, source) => `${source} gives ${a} A`,
      taken: (a, names) => `of which ${names} may take ${a} A`,
      asks: (a, who) => `${who} asks for up to ${a} A`,
    },
    W: {
      has: (w, source) => `${source} gets rid of ${w} W of heat`,
      taken: (w, names) => `feeding ${names} makes up to ${w} W of it`,
      asks: (w, who) => `${who} would make up to ${w} W`,
    },
  };

function inWords({ source, unit, has, asks, who, others }: Short): string {
  const told = TOLD[unit];
  const [hasIt, asksIt] = [told.has(num(has, 1), source), told.asks(num(asks, 1), who)];
  if (!others.length) return `${hasIt}, and ${asksIt}`;
  const most = others.toSorted((a, b) => b.takes - a.takes).map((o) => o.label);
  const more = most.length > MOST_NAMED ? [`${most.length - MOST_NAMED} more`] : [];
  const taken = others.reduce((sum, o) => sum + o.takes, 0);
  return `${hasIt}, ${told.taken(num(taken, 1), listed([...most.slice(0, MOST_NAMED), ...more]))}, and ${asksIt}`;
}
