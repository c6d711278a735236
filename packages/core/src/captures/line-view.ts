import { firstAfter, levelAt, type Edges } from '../signals/index.js';

/** What one column of a drawing shows: the line low, high, or changing more often than can be drawn. */
export const COLUMN = { low: 0, high: 1, busy: 2 } as const;

/** A stretch of a line, ready to be drawn. */
export interface LineView {
  /** Begin, ns. */
  fromNs: number;
  /** End, ns. */
  toNs: number;
  /** {@link COLUMN} of each column; a single change in a column is drawn at its edge, not busy. */
  columns: Uint8Array;
  /** Changes inside, when there are few enough to draw each; null otherwise. */
  changes: Float64Array | null;
}

/** Changes a column may hold and still be drawn one by one. */
const PER_COLUMN = 2;

/**
 * A line as columns of a drawing, by binary search a column: the cost is that of the drawing, not of the recording.
 * @param columns whole number of columns, at least 1
 */
export function viewLine(line: Edges, fromNs: number, toNs: number, columns: number): LineView {
  const { timesNs } = line;
  const first = firstAfter(timesNs, fromNs);
  const last = firstAfter(timesNs, toNs);
  const few = last - first <= columns * PER_COLUMN;
  const shown = new Uint8Array(columns);
  const step = (toNs - fromNs) / columns;
  let at = first;
  let level: number = levelAt(line, fromNs);
  for (let c = 0; c < columns; c++) {
    const end = fromNs + (c + 1) * step;
    const next = few ? walk(timesNs, at, last, end) : Math.min(last, firstAfter(timesNs, end));
    const many = next - at;
    level ^= many & 1;
    shown[c] = many > 1 ? COLUMN.busy : level;
    at = next;
  }
  return { fromNs, toNs, columns: shown, changes: few ? timesNs.slice(first, last) : null };
}

function walk(timesNs: Float64Array, from: number, to: number, endNs: number): number {
  let at = from;
  while (at < to && timesNs[at]! <= endNs) at++;
  return at;
}

/** First row of a rising list of starts whose end lies after `fromNs`, and the first that starts after `toNs`. */
export function rowsIn(
  starts: Float64Array,
  ends: Float64Array,
  fromNs: number,
  toNs: number,
): [from: number, to: number] {
  let from = firstAfter(starts, fromNs);
  while (from > 0 && ends[from - 1]! > fromNs) from--;
  return [from, firstAfter(starts, toNs)];
}
