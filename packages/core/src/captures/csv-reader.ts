import Papa from 'papaparse';
import { CaptureProblem, type Capture, type CaptureLine, type CaptureReader } from './capture.js';
import { groups3 } from '../units/index.js';
import { bareTime, figureOf, headOf, isComment, rateIn, separatorOf, type CsvHead } from './csv-head.js';
import { LineStore } from './line-store.js';
import { textReader } from './text.js';
import { VoltStore } from './volt-store.js';

/** Rows that are looked through for what their times count. */
const LOOKED_AT = 1000;

/**
 * Reads a table of changes or samples. The header says what the first column counts: `time_s`, `Time [us]` and the like, or
 * `sample@24000000Hz` for rows at an even rate; where a comment above tells the rate, it may have no such column. Each
 * further column is a line of 0 and 1, or of volts. Comment rows, any of three separators, blanks and a last row that was cut are taken.
 * @source [std RFC 4180] by papaparse
 */
export class CsvReader implements CaptureReader {
  private readonly text = textReader();
  private held = '';
  private row = 0;
  private head: CsvHead | null = null;
  private stores: (LineStore | VoltStore)[] = [];
  private fromNs: number | null = null;
  private timeNs = 0;
  /** Samples a second, as a comment above the head says, and those read so far where no column counts them. */
  private told: number | undefined;
  private samples = 0;
  private readonly leftOut: string[] = [];
  private readonly remarks: string[] = [];

  push(chunk: Uint8Array): void {
    this.held += this.text(chunk);
    const end = this.held.lastIndexOf('\n') + 1;
    if (end) {
      this.rows(this.held.slice(0, end));
      this.held = this.held.slice(end);
    }
  }

  finish(): Omit<Capture, 'name'> {
    this.lastRow(this.held + this.text());
    if (!this.head) this.fail('the file is empty');
    const lines = this.stores.map((store): CaptureLine & { remark?: string } => store.line());
    return {
      form: 'CSV',
      fromNs: this.fromNs ?? 0,
      endNs: this.timeNs,
      lines: lines.map(({ name, first, timesNs, unknown }) => ({ name, first, timesNs, unknown })),
      bytes: null,
      leftOut: this.leftOut,
      remarks: [...this.remarks, ...lines.flatMap((l) => l.remark ?? [])],
    };
  }

  private rows(text: string): void {
    let rest = text;
    while (!this.head && rest) {
      const end = rest.indexOf('\n') + 1 || rest.length;
      this.header(rest.slice(0, end));
      rest = rest.slice(end);
    }
    if (!rest || !this.head) return;
    const { data } = Papa.parse<string[]>(rest, { delimiter: this.head.separator });
    // what follows the last line end is no row
    if (rest.endsWith('\n')) data.pop();
    if (data.length && Number.isNaN(this.head.nsPerCount)) this.tellTime(data, this.head);
    for (const cells of data) {
      this.row++;
      if (cells.length > 1 || !isComment(cells[0]!)) this.values(cells, this.head);
    }
  }

  private tellTime(rows: readonly string[][], head: CsvHead): void {
    const cells = rows.slice(0, LOOKED_AT).map(([cell = '']) => cell.trim());
    const told = bareTime(
      head,
      cells.map((c) => figureOf(c, head)).filter(Number.isFinite),
      cells.some((c) => /[.,]\d|e-/i.test(c)),
    );
    if (typeof told === 'string') this.fail(told);
    head.nsPerCount = told;
    this.remarks.push('The first column has no unit; its figures are taken as seconds');
  }

  /** A recording that was broken off may end in the middle of a row. */
  private lastRow(text: string): void {
    if (!text) return;
    if (!this.head) return this.rows(text);
    const { data } = Papa.parse<string[]>(text, { delimiter: this.head.separator });
    const cells = trimmed(data[0] ?? []);
    const isWhole =
      cells.length === this.stores.length + (this.head.uncounted ? 0 : 1) && cells.every((cell) => cell !== '');
    if (isWhole || isComment(text)) return this.rows(text);
    this.leftOut.push('a last row that was cut');
  }

  private header(row: string): void {
    this.row++;
    if (isComment(row.replace(/^\uFEFF/, ''))) {
      this.told ??= rateIn(row);
      return;
    }
    const separator = separatorOf(row);
    const [cells = []] = Papa.parse<string[]>(row.trimEnd(), { delimiter: separator }).data;
    const head = headOf(cells, separator, this.told);
    if (typeof head === 'string') this.fail(head);
    this.head = head;
    if (head.uncounted)
      this.remarks.push(
        `No column counts the time; each row is a sample, ${groups3(this.told!)} a second as a comment says`,
      );
    this.stores = head.columns.map(({ name, isVolts }) => (isVolts ? new VoltStore(name) : new LineStore(name)));
  }

  private values(row: readonly string[], head: CsvHead): void {
    const cells = trimmed(row);
    if (head.uncounted) cells.unshift(String(this.samples++));
    // a row that ends in its separator has an empty cell more
    if (cells.length === this.stores.length + 2 && cells.at(-1) === '') cells.pop();
    const [first = ''] = cells;
    const count = figureOf(first, head);
    if (!Number.isFinite(count)) this.fail(`"${first}" is no ${head.bySample ? 'sample' : 'time'}`);
    if (cells.length !== this.stores.length + 1)
      this.fail(`${cells.length} cells where the header has ${this.stores.length + 1}`);
    const timeNs = count * head.nsPerCount;
    if (this.fromNs !== null && timeNs < this.timeNs) this.fail('time goes back');
    this.fromNs ??= timeNs;
    this.timeNs = timeNs;
    this.stores.forEach((store, i) => this.level(store, cells[i + 1]!, timeNs, head));
  }

  private level(store: LineStore | VoltStore, cell: string, timeNs: number, head: CsvHead): void {
    if (store instanceof VoltStore) {
      const volts = figureOf(cell, head);
      if (!Number.isFinite(volts)) this.fail(`"${cell}" is no voltage`);
      store.set(timeNs, volts);
    } else if (cell === '' || /^[xz?u-]$/i.test(cell)) store.blur();
    else {
      const level = figureOf(cell, head);
      if (level === 0 || level === 1) return store.set(timeNs, level);
      if (!Number.isFinite(level)) this.fail(`"${cell}" is neither 0 nor 1`);
      this.fail(`"${cell}" is neither 0 nor 1; a column of volts has a name that ends in _V or [V]`);
    }
  }

  private fail(what: string): never {
    throw new CaptureProblem(`row ${Math.max(1, this.row)}`, what);
  }
}

const trimmed = (cells: readonly string[]): string[] => cells.map((cell) => cell.trim());
