import Papa from 'papaparse';
import { CaptureProblem, type Capture, type CaptureLine, type CaptureReader } from './capture.js';
import { groups3 } from '../units/index.js';
import { bareTime, figureOf, isComment, levelWord, stampOf, type CsvHead } from './csv-head.js';
import { headAmong, MOST_ABOVE, type FoundHead } from './csv-preamble.js';
import { LineStore } from './line-store.js';
import { textReader, type Encoding } from './text.js';
import { VoltStore } from './volt-store.js';

const DAY_S = 86_400;
/** Rows that are looked through for what their times count. */
const LOOKED_AT = 1000;

/**
 * Reads a table of changes or samples. The header says what the first column counts: `time_s`, `Time [us]` and the like, or
 * `sample@24000000Hz` for rows at an even rate; where a comment above tells the rate, it may have no such column. Each
 * further column is a line of 0 and 1, or of volts. Comment rows, any of three separators, blanks and a last row that was cut are taken.
 * @source [std RFC 4180] by papaparse
 */
export class CsvReader implements CaptureReader {
  private readonly text: (bytes?: Uint8Array) => string;
  private held = '';
  /** What stands above the figures, until they have come. */
  private top = '';
  /** Its rows end in a carriage return alone. */
  private oldEnds: boolean | null = null;
  private isLookedAt = false;
  private row = 0;
  private head: CsvHead | null = null;
  private stores: (LineStore | VoltStore)[] = [];
  private fromNs: number | null = null;
  private timeNs = 0;
  /** Time of the clock at the first row. */
  private clock: { day: number; s: number } | null = null;
  /** Samples read so far, where no column counts them. */
  private samples = 0;
  private readonly leftOut: string[] = [];
  private readonly remarks: string[] = [];

  /** @param encoding of its letters */
  constructor(encoding: Encoding = 'utf-8') {
    this.text = textReader(encoding);
  }

  push(chunk: Uint8Array): void {
    this.held += this.ended(this.text(chunk));
    const end = this.held.lastIndexOf('\n') + 1;
    if (end) {
      this.rows(this.held.slice(0, end));
      this.held = this.held.slice(end);
    }
  }

  /** Rows end in a line feed, whatever ended them. */
  private ended(text: string): string {
    if (this.oldEnds === null && /[\r\n]./s.test(text)) this.oldEnds = !text.includes('\n');
    return this.oldEnds ? text.replaceAll('\r', '\n') : text;
  }

  finish(): Omit<Capture, 'name'> {
    this.lastRow(this.held + this.ended(this.text()));
    if (!this.head) {
      const rows = this.top.split('\n');
      this.begin(headAmong(rows));
      // no figures came: the first row under the head says why not
      this.rows(rows.slice(this.row).join('\n'));
    }
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
    const rest = this.head ? text : this.above(text);
    if (!rest || !this.head) return;
    const { data } = Papa.parse<string[]>(rest, { delimiter: this.head.separator });
    // what follows the last line end is no row
    if (rest.endsWith('\n')) data.pop();
    if (data.length && !this.isLookedAt) this.lookAt(data, this.head);
    for (const cells of data) {
      this.row++;
      if (cells.length > 1 || !isComment(cells[0]!)) this.values(cells, this.head);
    }
  }

  /** Takes rows until the head and the first figures have come; returns the rows from there on. */
  private above(text: string): string {
    this.top += text;
    const rows = this.top.split('\n');
    const found = headAmong(rows);
    if (found?.figures == null && rows.length <= MOST_ABOVE) return '';
    this.begin(found);
    return rows.slice(this.row).join('\n');
  }

  /** Takes the head; the next row is the first of figures. */
  private begin(found: FoundHead | null): void {
    if (!found) return;
    this.row = found.at + 1;
    if (typeof found.head === 'string') this.fail(found.head);
    this.head = found.head;
    const { columns, hz, uncounted } = found.head;
    if (uncounted)
      this.remarks.push(`No column counts the time; each row is a sample, ${groups3(hz!)} a second as a comment says`);
    this.stores = columns.map(({ name, isVolts }) => (isVolts ? new VoltStore(name) : new LineStore(name)));
    if (found.figures !== null) this.row = found.figures;
  }

  /** What only the figures tell: what the times count, and which columns are of volts. */
  private lookAt(rows: readonly string[][], head: CsvHead): void {
    this.isLookedAt = true;
    if (Number.isNaN(head.nsPerCount)) this.tellTime(rows, head);
    const from = head.uncounted ? 0 : 1;
    this.stores = this.stores.map((store, i) => {
      const cells = rows.slice(0, LOOKED_AT).map((row) => (row[i + from] ?? '').trim());
      return cells.some((c) => isVoltage(c, head)) ? new VoltStore(store.name) : store;
    });
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
    const cells = this.cellsOf(data[0] ?? [], this.head);
    const isWhole = cells.length === this.stores.length + 1 && cells.every((cell) => cell !== '');
    if (isWhole || isComment(text)) return this.rows(text);
    this.leftOut.push('a last row that was cut');
  }

  /** The time and a level for each line. */
  private cellsOf(row: readonly string[], head: CsvHead): string[] {
    const cells = row.map((cell) => cell.trim());
    if (head.uncounted) cells.unshift(String(this.samples));
    // a row that ends in its separator has an empty cell more
    if (cells.length === this.stores.length + 2 && cells.at(-1) === '') cells.pop();
    return cells;
  }

  private values(row: readonly string[], head: CsvHead): void {
    const cells = this.cellsOf(row, head);
    if (head.uncounted) this.samples++;
    const [first = ''] = cells;
    const count = head.byClock ? this.sinceFirst(first) : figureOf(first, head);
    if (!Number.isFinite(count)) this.fail(`"${first}" is no ${head.bySample ? 'sample' : 'time'}`);
    if (cells.length !== this.stores.length + 1)
      this.fail(`${cells.length} cells where the header has ${this.stores.length + 1}`);
    const timeNs = count * head.nsPerCount;
    if (this.fromNs !== null && timeNs < this.timeNs) this.fail('time goes back');
    this.fromNs ??= timeNs;
    this.timeNs = timeNs;
    this.stores.forEach((store, i) => this.level(store, cells[i + 1]!, timeNs, head));
  }

  /** Seconds from the first row to this one, by the clock; whole days are kept apart, since one figure of both would lose the ns. */
  private sinceFirst(cell: string): number {
    const now = stampOf(cell);
    if (!now) return NaN;
    this.clock ??= now;
    return (now.day - this.clock.day) * DAY_S + (now.s - this.clock.s);
  }

  private level(store: LineStore | VoltStore, cell: string, timeNs: number, head: CsvHead): void {
    if (store instanceof VoltStore) {
      const volts = figureOf(cell, head);
      if (!Number.isFinite(volts)) this.fail(`"${cell}" is no voltage`);
      store.set(timeNs, volts);
    } else if (cell === '' || /^[xz?u-]$/i.test(cell)) store.blur();
    else {
      const figure = figureOf(cell, head);
      const level = Number.isNaN(figure) ? levelWord(cell) : figure;
      if (level === 0 || level === 1) return store.set(timeNs, level);
      if (level === null || !Number.isFinite(level)) this.fail(`"${cell}" is neither 0 nor 1`);
      this.fail(`"${cell}" is neither 0 nor 1; a column of volts has a name that ends in _V or [V]`);
    }
  }

  private fail(what: string): never {
    throw new CaptureProblem(`row ${Math.max(1, this.row)}`, what);
  }
}

/** A figure with a fraction is no level. */
const isVoltage = (cell: string, head: CsvHead): boolean =>
  /[.,]\d|e/i.test(cell) && ![0, 1, NaN].includes(figureOf(cell, head));
