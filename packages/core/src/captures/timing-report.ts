import { SERVO } from '../signals/index.js';
import type { LineDecoding } from './decode-line.js';

/** How evenly a line speaks. */
export interface TimingReport {
  /** Whole frames. */
  frames: number;
  /** From one frame's start to the next, ms; null with fewer than two. `usual` is the median. */
  periodMs: { usual: number; least: number; most: number } | null;
  /** Spread of the period about its median, µs: half of all lie within. */
  jitterUs: number;
  /** Waits of more than one and a half periods. */
  gaps: { atNs: number; ms: number }[];
  longestGapMs: number;
  /** Widths outside 800–2200 µs, of pulses and PPM channels. */
  outOfRange: number;
  /** Share of the time the line is busy with frames. */
  busy: number;
}

/** Waits kept with their place. */
const MOST_GAPS = 100;

/** Period, jitter, gaps and odd widths of a decoded line. */
export function timingReport({ frames }: LineDecoding): TimingReport {
  const { fromNs, toNs, length } = frames;
  const steps = Float64Array.from({ length: Math.max(0, length - 1) }, (_, i) => fromNs[i + 1]! - fromNs[i]!);
  const sorted = steps.slice().sort();
  const usual = sorted[sorted.length >> 1] ?? 0;
  const misses = steps.map((s) => Math.abs(s - usual)).sort();
  const gaps: TimingReport['gaps'] = [];
  let longest = 0;
  steps.forEach((step, i) => {
    if (step <= 1.5 * usual) return;
    longest = Math.max(longest, step);
    if (gaps.length < MOST_GAPS) gaps.push({ atNs: fromNs[i]!, ms: step / 1e6 });
  });
  let busyNs = 0;
  for (let i = 0; i < length; i++) busyNs += toNs[i]! - fromNs[i]!;
  const spanNs = length ? toNs[length - 1]! - fromNs[0]! : 0;
  return {
    frames: length,
    periodMs: length > 1 ? { usual: usual / 1e6, least: sorted[0]! / 1e6, most: sorted.at(-1)! / 1e6 } : null,
    jitterUs: (misses[misses.length >> 1] ?? 0) / 1000,
    gaps,
    longestGapMs: longest / 1e6,
    outOfRange: frames.unit === 'µs' ? outOfRange(frames.values) : 0,
    busy: spanNs ? busyNs / spanNs : 0,
  };
}

function outOfRange(values: Float32Array): number {
  let count = 0;
  for (const us of values) if (us >= 0 && (us < SERVO.usualLeastUs || us > SERVO.usualMostUs)) count++;
  return count;
}
