/** What stands above the figures of a table: comments and notes, the head, and a row of units where there is one. */
import Papa from 'papaparse';
import { headOf, isComment, isStamp, levelWord, rateIn, separatorOf, unitNamed, type CsvHead } from './csv-head.js';

/** Rows looked through for the first one of figures. */
export const MOST_ABOVE = 100;

/** The head of a table among its first rows. */
export interface FoundHead {
  /** Its place in the rows. */
  at: number;
  /** Place of the first row of figures; null while none has come. */
  figures: number | null;
  /** What it says, or what is wrong with it in words. */
  head: CsvHead | string;
}

/** Cells of one row, without blanks around them. */
function cellsOf(row: string, separator: string): string[] {
  const [cells = []] = Papa.parse<string[]>(row.trimEnd(), { delimiter: separator }).data;
  return cells.map((c) => c.replace(/^\uFEFF/, '').trim());
}

const SEPARATORS = [',', ';', '\t'] as const;

/** A row of figures by the separator that makes most of it; where that is no comma, figures may have one. Null for any other row. */
function figuresOf(row: string): { separator: CsvHead['separator']; cells: string[] } | null {
  const ways = SEPARATORS.map((separator) => ({ separator, cells: cellsOf(row, separator) })).filter((w) =>
    isFigures(w.cells),
  );
  return ways.reduce<(typeof ways)[number] | null>((a, b) => (a && a.cells.length >= b.cells.length ? a : b), null);
}

/**
 * Finds the head: the last row above the figures, or above a row that names only units. Where no row of figures has come it is the first
 * row that says anything, and where nothing stands above the figures their first row. Null where no row says anything.
 */
export function headAmong(rows: readonly string[]): FoundHead | null {
  const said = rows.flatMap((row, i) => (isComment(row) ? [] : [i]));
  const at = said.findIndex((i) => figuresOf(rows[i]!) !== null);
  const own = at < 0 ? null : figuresOf(rows[said[at]!]!)!;
  const separator = own?.separator ?? separatorOf(rows[said[0] ?? 0] ?? '');
  const cells = (place: number | undefined): string[] => (place === undefined ? [] : cellsOf(rows[place]!, separator));
  const [above, under] = at < 0 ? [] : [said[at - 2], said[at - 1]];
  const isUnits = above !== undefined && cells(above).length >= cells(under).length && namesUnits(cells(under));
  const place = isUnits ? above : (under ?? said[Math.max(at, 0)]);
  if (place === undefined) return null;
  const told = rows
    .slice(0, place)
    .map(rateIn)
    .find((rate) => rate !== undefined);
  // no head at all: times with fractions and levels, whose lines are called by their places
  const isBare = own !== null && place === said[at] && own.cells.length > 1 && /[.,]\d/.test(own.cells[0]!);
  const head = headOf(isBare ? own.cells.map((_, i) => (i ? `D${i - 1}` : 'time')) : cells(place), {
    ...{ separator, told },
    ...(isUnits ? { units: cells(under) } : {}),
    ...(own ? { first: own.cells[0]! } : {}),
  });
  return { at: place, figures: said[at] ?? null, head };
}

const isFigure = (cell: string): boolean => cell !== '' && Number.isFinite(Number(cell.replace(',', '.')));

function isFigures(cells: readonly string[]): boolean {
  const isOne = (cell: string): boolean =>
    cell === '' || isFigure(cell) || isStamp(cell) || levelWord(cell) !== null || /^[xz?u-]$/i.test(cell);
  return cells.every(isOne) && cells.some((c) => isFigure(c) || isStamp(c));
}

/** Units of time or of volts, and one of time at least. */
const namesUnits = (cells: readonly string[]): boolean =>
  cells.every((c) => c === '' || unitNamed(c) !== undefined) && cells.some((c) => typeof unitNamed(c) === 'number');
