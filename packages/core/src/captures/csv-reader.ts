import Papa from 'papaparse';
import { CaptureProblem, type Capture, type CaptureReader } from './capture.js';
import { LineStore } from './line-store.js';
import { textReader } from './text.js';

const NS_PER: Record<string, number> = { s: 1e9, ms: 1e6, us: 1e3, µs: 1e3, ns: 1 };
/** Volts below which a line is low, above which it is high; between them it stays. @source [mem] TTL levels */
const LOW_V = 0.8;
const HIGH_V = 2;

interface Column {
  store: LineStore;
  volts: boolean;
}

/**
 * Reads a table of changes or samples. The header says what the first column counts: `time_s`, `time_ms`, `time_us`,
 * `time_ns`, or `sample@24000000Hz` for rows at an even rate. Each further column is a line of 0 and 1, or of volts
 * when its name ends in `_V`.
 * @source [std RFC 4180] by papaparse
 */
export class CsvReader implements CaptureReader {
  private readonly text = textReader();
  private held = '';
  private row = 0;
  private columns: Column[] | null = null;
  private nsPerCount = 0;
  private bySample = false;
  private fromNs: number | null = null;
  private timeNs = 0;

  push(chunk: Uint8Array): void {
    this.held += this.text(chunk);
    const end = this.held.lastIndexOf('\n') + 1;
    if (end) {
      this.rows(this.held.slice(0, end));
      this.held = this.held.slice(end);
    }
  }

  finish(): Omit<Capture, 'name'> {
    this.rows(this.held + this.text());
    if (!this.columns) this.fail('the file is empty');
    return {
      form: 'CSV',
      fromNs: this.fromNs ?? 0,
      endNs: this.timeNs,
      lines: this.columns.map((c) => c.store.line()),
      bytes: null,
      leftOut: [],
    };
  }

  private rows(text: string): void {
    if (!text) return;
    const { data } = Papa.parse<string[]>(text, { delimiter: ',', skipEmptyLines: true });
    for (const cells of data) {
      this.row++;
      if (this.columns) this.values(cells, this.columns);
      else this.columns = this.header(cells);
    }
  }

  private header([first = '', ...names]: string[]): Column[] {
    const head = first.trim().replace(/^\uFEFF/, '');
    const unit = /^time_(s|ms|us|µs|ns)$/i.exec(head)?.[1]?.toLowerCase();
    const rate = Number(/^sample@(\d+(?:\.\d+)?)Hz$/i.exec(head)?.[1] ?? 0);
    if (!unit && !rate)
      this.fail(
        `the first column is "${head}"; it must say its unit: time_s, time_ms, time_us, time_ns or sample@24000000Hz`,
      );
    if (!names.length) this.fail('no line beside the time');
    this.bySample = !unit;
    this.nsPerCount = unit ? NS_PER[unit]! : 1e9 / rate;
    return names.map((name) => {
      const volts = name.trim().endsWith('_V');
      return { store: new LineStore(name.trim().replace(/_V$/, '')), volts };
    });
  }

  private values(cells: string[], columns: Column[]): void {
    const count = Number(cells[0]);
    if (cells[0] === '' || !Number.isFinite(count))
      this.fail(`"${cells[0]}" is no ${this.bySample ? 'sample' : 'time'}`);
    if (cells.length !== columns.length + 1)
      this.fail(`${cells.length} cells where the header has ${columns.length + 1}`);
    const timeNs = count * this.nsPerCount;
    if (this.fromNs !== null && timeNs < this.timeNs) this.fail('time goes back');
    this.fromNs ??= timeNs;
    this.timeNs = timeNs;
    columns.forEach((column, i) => this.level(column, cells[i + 1]!, timeNs));
  }

  private level({ store, volts }: Column, cell: string, timeNs: number): void {
    if (volts) {
      const value = Number(cell);
      if (cell === '' || !Number.isFinite(value)) this.fail(`"${cell}" is no voltage`);
      if (value <= LOW_V) store.set(timeNs, 0);
      else if (value >= HIGH_V) store.set(timeNs, 1);
    } else if (cell === '0' || cell === '1') store.set(timeNs, cell === '1' ? 1 : 0);
    else if (cell === '' || cell === 'x' || cell === 'z') store.blur();
    else this.fail(`"${cell}" is neither 0 nor 1; a column of volts has a name that ends in _V`);
  }

  private fail(what: string): never {
    throw new CaptureProblem(`row ${Math.max(1, this.row)}`, what);
  }
}
