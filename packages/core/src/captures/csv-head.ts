/** The head of a table of changes or samples: what it counts, its separator, and what its columns are. */

/** A unit of time, ns. */
const NS_PER: Record<string, number> = {
  ...{ s: 1e9, sec: 1e9, second: 1e9, seconds: 1e9, ms: 1e6, us: 1e3, µs: 1e3, μs: 1e3, ns: 1 },
};
const UNIT = Object.keys(NS_PER).join('|');

/** What a cell says that names a unit alone: ns of one, or volts; undefined for all else. */
export function unitNamed(cell: string): number | 'volts' | undefined {
  const bare = cell.replace(/^[[(]|[\])]$/g, '').toLowerCase();
  if (/^m?v(olts?)?$/.test(bare)) return 'volts';
  return Object.hasOwn(NS_PER, bare) ? NS_PER[bare] : undefined;
}

/** A level in a word; null for any other. */
export function levelWord(cell: string): 0 | 1 | null {
  if (/^(h|hi|high|true|on)$/i.test(cell)) return 1;
  return /^(l|lo|low|false|off)$/i.test(cell) ? 0 : null;
}

const STAMP = /^(?:(\d{4})-(\d\d)-(\d\d)[T ])?(\d{1,2}):(\d\d):(\d\d(?:[.,]\d+)?)(?:Z|[+-]\d\d:?\d\d)?$/;
export const isStamp = (cell: string): boolean => STAMP.test(cell);

/** A time of the clock: its day, where it names one, and the seconds since midnight; null for what is none. */
export function stampOf(cell: string): { day: number; s: number } | null {
  const [, year, month, day, hours, minutes, seconds] = STAMP.exec(cell) ?? [];
  if (hours === undefined) return null;
  const s = Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds!.replace(',', '.'));
  return { day: year === undefined ? 0 : dayOf(Number(year), Number(month), Number(day)), s };
}

const dayOf = (year: number, month: number, day: number): number => Date.UTC(year, month - 1, day) / 86_400_000;

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
  /** It gives times of the clock. */
  byClock: boolean;
  /** It counts samples, not time. */
  bySample: boolean;
  /** There is no such column: each row is the next sample. */
  uncounted: boolean;
  /** Samples a second; undefined where times are given. */
  hz: number | undefined;
  columns: CsvColumn[];
}

/** Rows that say nothing: empty, or a comment. */
export const isComment = (row: string): boolean => /^\uFEFF?\s*("?\s*(#|\/\/|;\s)|$)/.test(row);

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

const NAMED = new RegExp(`^(?:(?:time(?:stamp)?|t)\\s*(?:_|\\s|[[(/])\\s*)?(${UNIT})\\s*[\\])]?$`, 'i');
const BRACKETED = new RegExp(`[[(]\\s*(${UNIT})\\s*[\\])]$`, 'i');

/** A unit of time behind the name of a column: `time_us`, or in brackets behind any name. */
function unitOf(first: string): string | undefined {
  return (NAMED.exec(first) ?? BRACKETED.exec(first))?.[1]?.toLowerCase();
}

/** What is known besides the head. */
export interface AroundHead {
  separator: CsvHead['separator'];
  /** Samples a second, where a note above says so: then a head without a time is one of samples in turn. */
  told?: number | undefined;
  /** Cells of a row of units under it. */
  units?: readonly string[];
  /** First cell of the first row of figures. */
  first?: string;
}

/**
 * Reads the head's cells.
 * @returns what is wrong with it, in words, where it cannot be read
 */
export function headOf(
  all: readonly string[],
  { separator, told, units = [], first: figure = '' }: AroundHead,
): CsvHead | string {
  const [first = '', ...others] = all;
  const counted = /^samples?\s*@/i.test(first) ? rateIn(first) : /^samples?$/i.test(first) ? told : undefined;
  const under = unitNamed(units[0] ?? '');
  const unit = unitOf(first);
  const ns = isStamp(figure) ? NS_PER.s : unit ? NS_PER[unit] : under === 'volts' ? undefined : under;
  const isBare = /^(?:time(?:stamp)?|t)$/i.test(first);
  const uncounted = !ns && !counted && !isBare;
  // a head of figures is a row of samples, whose lines have no names
  if (uncounted && (told === undefined || all.every((c) => Number.isFinite(Number(c))))) return noUnit(first);
  const names = uncounted ? [...all] : others;
  // a row that ends in its separator has an empty cell more
  while (names.at(-1) === '') names.pop();
  if (!names.length) return 'no line beside the time';
  const rate = counted ?? (uncounted ? told : undefined);
  return {
    separator,
    timeName: first,
    nsPerCount: ns ?? (rate ? 1e9 / rate : NaN),
    byClock: isStamp(figure),
    bySample: rate !== undefined,
    hz: rate,
    uncounted,
    columns: names.map((name, i) => ({
      name: name.replace(/(_V|\s*[[(]\s*m?V(olts?)?\s*[\])])$/i, ''),
      isVolts:
        /_V$|[[(]\s*m?V(olts?)?\s*[\])]$/.test(name) || unitNamed(units[i + (uncounted ? 0 : 1)] ?? '') === 'volts',
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
