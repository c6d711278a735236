import { countToPulseUs, type BusScale } from '../signals/index.js';
import type { LineDecoding } from './decode-line.js';
import { ROW_SLOTS, type FrameTable } from './frame-table.js';

/** Widths of every slot over time, as a recording or the bench gives them. */
export interface SlotTrack {
  timesMs: Float64Array;
  /** One list a slot, µs; NaN where a frame did not carry it. */
  slots: Float32Array[];
}

/** Collects frames into a track. */
export class TrackWriter {
  private readonly times: number[] = [];
  private readonly rows: number[][] = [];

  /** Frames come in the order of time. */
  add(timeMs: number, widthsUs: readonly number[]): void {
    this.times.push(timeMs);
    this.rows.push([...widthsUs]);
  }

  get length(): number {
    return this.times.length;
  }

  track(): SlotTrack {
    const many = Math.max(0, ...this.rows.map((r) => r.length));
    return {
      timesMs: Float64Array.from(this.times),
      slots: Array.from({ length: many }, (_, slot) => Float32Array.from(this.rows, (r) => r[slot] ?? NaN)),
    };
  }
}

/**
 * Widths over time from a decoded line; counts are read by a school of scale. Frames without channels are left out.
 * @param periodMs for bytes without times: how often a frame came
 */
export function trackOf(decoding: LineDecoding, scale: BusScale, periodMs?: number): SlotTrack {
  const { frames } = decoding;
  const rows: number[] = [];
  for (let row = 0; row < frames.length; row++) if (!Number.isNaN(frames.values[row * ROW_SLOTS]!)) rows.push(row);
  const many = frames.unit === 'count' ? 16 : widest(frames, rows);
  const widthOf = (value: number): number =>
    frames.unit === 'count' ? countToPulseUs(scale, value) : value < 0 ? NaN : value;
  return {
    timesMs: Float64Array.from(rows, (row, i) => (periodMs === undefined ? frames.fromNs[row]! / 1e6 : i * periodMs)),
    slots: Array.from({ length: many }, (_, slot) =>
      Float32Array.from(rows, (row) => widthOf(frames.values[row * ROW_SLOTS + slot]!)),
    ),
  };
}

/** Values the fullest row carries. */
function widest(frames: FrameTable, rows: readonly number[]): number {
  let many = 0;
  for (const row of rows) while (many < ROW_SLOTS && !Number.isNaN(frames.values[row * ROW_SLOTS + many]!)) many++;
  return many;
}
