import { NO_WIDTH_WORDS, TimeList } from '../signals/index.js';

/** Marks of one frame. */
export const MARK = { lost: 1, failsafe: 2, digital17: 4, digital18: 8 } as const;

/** Slots a row has room for. */
export const ROW_SLOTS = 18;

/** Frames side by side: no object a frame, so that a million are no burden. */
export interface FrameTable {
  /** Number of frames. */
  length: number;
  fromNs: Float64Array;
  toNs: Float64Array;
  /** {@link MARK} bits. */
  marks: Uint8Array;
  /** Index into `names`; there are as many names as messages and commands. */
  kind: Uint16Array;
  names: string[];
  /** Values a frame carries, NaN for none: `ROW_SLOTS` a row. Counts on a bus, µs elsewhere; below 0 what a channel says instead. */
  values: Float32Array;
  unit: 'count' | 'µs';
}

/** What row `row` carries, up to its last value: figures, and words where a channel says something else. */
export function valuesAt({ values }: Pick<FrameTable, 'values'>, row: number): (number | string)[] {
  const own = values.subarray(row * ROW_SLOTS, (row + 1) * ROW_SLOTS);
  const end = own.findIndex(Number.isNaN);
  return Array.from(end < 0 ? own : own.subarray(0, end), (v) => NO_WIDTH_WORDS[v] ?? v);
}

/** Fills a table. */
export class FrameRows {
  private readonly from = new TimeList();
  private readonly to = new TimeList();
  private marks = new Uint8Array(256);
  private kinds = new Uint16Array(256);
  private values = new Float32Array(256 * ROW_SLOTS).fill(NaN);
  private readonly names: string[] = [];
  private readonly known = new Map<string, number>();

  constructor(private readonly unit: FrameTable['unit']) {}

  add(fromNs: number, toNs: number, name: string, values: ArrayLike<number> | null, marks = 0): void {
    const n = this.from.length;
    if (n === this.marks.length) this.widen();
    this.from.push(fromNs);
    this.to.push(toNs);
    this.marks[n] = marks;
    this.kinds[n] = this.nameAt(name);
    for (let i = 0; values && i < Math.min(ROW_SLOTS, values.length); i++) this.values[n * ROW_SLOTS + i] = values[i]!;
  }

  table(): FrameTable {
    const n = this.from.length;
    return {
      length: n,
      fromNs: this.from.view().slice(),
      toNs: this.to.view().slice(),
      marks: this.marks.slice(0, n),
      kind: this.kinds.slice(0, n),
      names: this.names,
      values: this.values.slice(0, n * ROW_SLOTS),
      unit: this.unit,
    };
  }

  private nameAt(name: string): number {
    const known = this.known.get(name);
    if (known !== undefined) return known;
    const at = this.names.push(name) - 1;
    this.known.set(name, at);
    return at;
  }

  private widen(): void {
    const n = this.marks.length * 2;
    const marks = new Uint8Array(n);
    marks.set(this.marks);
    const kinds = new Uint16Array(n);
    kinds.set(this.kinds);
    const values = new Float32Array(n * ROW_SLOTS).fill(NaN);
    values.set(this.values);
    this.marks = marks;
    this.kinds = kinds;
    this.values = values;
  }
}
