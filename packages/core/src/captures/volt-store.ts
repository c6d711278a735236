import { TimeList } from '../signals/index.js';
import { num } from '../units/index.js';
import type { CaptureLine } from './capture.js';
import { LineStore } from './line-store.js';

/** Of the way from low to high: below the first a line is low, above the second high, between them it stays. */
const LOW = 0.35;
const HIGH = 0.65;
/** Less between low and high is no signal, V. */
const LEAST_SWING = 0.3;
/** Level of a line that never moves: TTL's threshold. @source [mem] */
const STILL_V = 1.5;
/** Volts that are kept apart when the usual low and high are looked for. */
const BIN_V = 0.05;

/** A line that is being read in volts. Where low and high are is known at its end only. */
export class VoltStore {
  private readonly times = new TimeList(1024);
  private readonly volts = new TimeList(1024);

  constructor(readonly name: string) {}

  set(timeNs: number, volts: number): void {
    this.times.push(timeNs);
    this.volts.push(volts);
  }

  /** The line by the levels it has itself, and which threshold that made. */
  line(): CaptureLine & { remark?: string } {
    const volts = this.volts.view();
    const [low, high] = levelsOf(volts);
    const store = new LineStore(this.name);
    const isStill = high - low < LEAST_SWING;
    const [below, above] = isStill ? [STILL_V, STILL_V] : [low + LOW * (high - low), low + HIGH * (high - low)];
    const times = this.times.view();
    for (let i = 0; i < volts.length; i++) {
      const v = volts[i]!;
      if (v < below) store.set(times[i]!, 0);
      else if (v >= above) store.set(times[i]!, 1);
    }
    const remark = isStill
      ? `${this.name} moves by less than ${LEAST_SWING} V`
      : `${this.name} read as low below ${num(below, 2)} V and high above ${num(above, 2)} V, by its own levels`;
    return { ...store.line(), remark };
  }
}

/** Where a line rests low and high, V: the fullest bins of either half, so that overshoots have no say. */
function levelsOf(volts: Float64Array): [low: number, high: number] {
  if (!volts.length) return [0, 0];
  let [least, most] = [Infinity, -Infinity];
  const bins = new Map<number, number>();
  for (const v of volts) {
    least = Math.min(least, v);
    most = Math.max(most, v);
    const bin = Math.round(v / BIN_V);
    bins.set(bin, (bins.get(bin) ?? 0) + 1);
  }
  const middle = (least + most) / 2;
  const fullest = (isHigh: boolean): number => {
    let best = isHigh ? most : least;
    let many = 0;
    for (const [bin, count] of bins)
      if (bin * BIN_V >= middle === isHigh && count > many) [best, many] = [bin * BIN_V, count];
    return best;
  };
  return [fullest(false), fullest(true)];
}
