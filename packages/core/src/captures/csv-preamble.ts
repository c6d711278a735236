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
function cellsOf(row: string): string[] {
  const [cells = []] = Papa.parse<string[]>(row.trimEnd(), { delimiter: separatorOf(row) }).data;
  return cells.map((c) => c.replace(/^\uFEFF/, '').trim());
}

/**
 * Finds the head: the last row above the figures, or above a row that names only units. Where no row of figures has come it is the last
 * row that says anything, and where nothing stands above the figures their first row. Null where no row says anything.
 */
export function headAmong(rows: readonly string[]): FoundHead | null {
  const said = rows.flatMap((row, i) => (isComment(row) ? [] : [{ i, cells: cellsOf(row) }]));
  const figures = said.findIndex(({ cells }) => isFigures(cells));
  const [above, under] = [said[figures - 2], said[figures - 1]];
  const isUnits = above && under && above.cells.length >= under.cells.length && namesUnits(under.cells);
  const own = isUnits ? above : figures < 0 ? said.at(-1) : (under ?? said[figures]);
  if (!own) return null;
  const told = rows
    .slice(0, own.i)
    .map(rateIn)
    .find((rate) => rate !== undefined);
  // no head at all: times with fractions and levels, whose lines are called by their places
  const isBare = own === said[figures] && own.cells.length > 1 && /[.,]\d/.test(own.cells[0]!);
  const named = isBare ? own.cells.map((_, i) => (i ? `D${i - 1}` : 'time')) : own.cells;
  const head = headOf(named, {
    ...{ separator: separatorOf(rows[own.i]!), told },
    ...(isUnits ? { units: under.cells } : {}),
    ...(figures < 0 ? {} : { first: said[figures]!.cells[0]! }),
  });
  return { at: own.i, figures: said[figures]?.i ?? null, head };
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
