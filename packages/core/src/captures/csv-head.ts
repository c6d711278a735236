/** The head of a table of changes or samples: what it counts, its separator, and what its columns are. */

/** A unit of time, ns. */
const NS_PER: Record<string, number> = { s: 1e9, sec: 1e9, ms: 1e6, us: 1e3, µs: 1e3, μs: 1e3, ns: 1 };

/** A column beside the time. */
interface CsvColumn {
  name: string;
  /** Volts by its name; a column of other figures than 0 and 1 is one too. */
  isVolts: boolean;
}

/** What the first row says. */
export interface CsvHead {
  separator: ',' | ';' | '\t';
  /** Time of one of the first column, ns; NaN where the head names none: then {@link bareTime} tells, from the figures. */
  nsPerCount: number;
  /** What the first column is called. */
  timeName: string;
  /** It counts samples, not time. */
  bySample: boolean;
  /** There is no such column: each row is the next sample. */
  uncounted: boolean;
  columns: CsvColumn[];
}

/** Rows that say nothing: empty, or a comment. */
export const isComment = (row: string): boolean => /^\s*("?\s*(#|\/\/|;\s)|$)/.test(row);

/** The separator a row uses: the one of the three that it has most. */
export function separatorOf(row: string): CsvHead['separator'] {
  const times = ([',', ';', '\t'] as const).map((mark) => ({ mark, many: row.split(mark).length }));
  return times.reduce((a, b) => (b.many > a.many ? b : a)).mark;
}

/** A rate as people write it: 24000000Hz, 1 MHz, 500 kHz. Samples a second, or undefined. */
export function rateIn(text: string): number | undefined {
  const [, figure, prefix] = /(\d+(?:\.\d+)?)\s*([kMG]?)Hz\b/i.exec(text) ?? [];
  const rate = Number(figure) * ({ k: 1e3, m: 1e6, g: 1e9 }[prefix?.toLowerCase() ?? ''] ?? 1);
  return rate > 0 ? rate : undefined;
}

/** A unit of time behind the name of a column: `time_us`, or in brackets behind any name. */
function unitOf(first: string): string | undefined {
  const named = /^(?:time(?:stamp)?|t)\s*(?:_|\s|[[(/])\s*(s|sec|ms|us|µs|μs|ns)\s*[\])]?$/i.exec(first);
  const bracketed = /[[(]\s*(s|sec|ms|us|µs|μs|ns)\s*[\])]$/i.exec(first);
  return (named ?? bracketed)?.[1]?.toLowerCase();
}

/**
 * Reads the first row's cells.
 * @param told samples a second, where a comment above says so: then a head without a time is one of samples in turn
 * @returns what is wrong with it, in words, where it cannot be read
 */
export function headOf(
  cells: readonly string[],
  separator: CsvHead['separator'],
  told: number | undefined,
): CsvHead | string {
  const all = cells.map((c) => c.replace(/^\uFEFF/, '').trim());
  const [first = '', ...others] = all;
  const counted = /^samples?\s*@/i.test(first) ? rateIn(first) : /^samples?$/i.test(first) ? told : undefined;
  const unit = unitOf(first);
  const isBare = /^(?:time(?:stamp)?|t)$/i.test(first);
  const uncounted = !unit && !counted && !isBare;
  // a head of figures is a row of samples, whose lines have no names
  if (uncounted && (told === undefined || all.every((c) => Number.isFinite(Number(c))))) return noUnit(first);
  const names = uncounted ? all : others;
  // a row that ends in its separator has an empty cell more
  while (names.at(-1) === '') names.pop();
  if (!names.length) return 'no line beside the time';
  const rate = counted ?? (uncounted ? told : undefined);
  return {
    separator,
    timeName: first,
    nsPerCount: unit ? NS_PER[unit]! : rate ? 1e9 / rate : NaN,
    bySample: rate !== undefined,
    uncounted,
    columns: names.map((name) => ({
      name: name.replace(/(_V|\s*[[(]\s*m?V(olts?)?\s*[\])])$/i, ''),
      isVolts: /_V$|[[(]\s*m?V(olts?)?\s*[\])]$/.test(name),
    })),
  };
}

/** Changes nearer than this, and recordings longer, are of no use to read here, s. */
const [SHORTEST_S, LONGEST_S] = [0.05, 1e5];

/**
 * What times without a unit count: seconds, where they have fractions and lie as near as the changes of a line do. Whole numbers may
 * be anything. ns, or why it cannot be told.
 */
export function bareTime({ timeName }: CsvHead, times: readonly number[], fractions: boolean): number | string {
  const steps = times.slice(1).map((t, i) => t - times[i]!);
  const isSeconds = fractions && steps.some((s) => s > 0 && s < SHORTEST_S) && (times.at(-1) ?? 0) < LONGEST_S;
  return isSeconds ? NS_PER.s! : noUnit(timeName);
}

const noUnit = (first: string): string =>
  `the first column is "${first}"; it must say its unit: time_s, time_ms, time_us, time_ns (or Time [s] and the like), or sample@24000000Hz`;

/** A figure as tables write it, with a point or, where the separator is no comma, with a comma; NaN when it is none. */
export function figureOf(cell: string, { separator }: Pick<CsvHead, 'separator'>): number {
  const text = separator === ',' ? cell : cell.replace(',', '.');
  return text === '' ? NaN : Number(text);
}
