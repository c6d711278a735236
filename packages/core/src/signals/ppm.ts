import { PulseReader } from './pulse-train.js';
import type { LineWriter } from './edges.js';

/**
 * One-wire frames of the trainer lead.
 * @source [practice] up to 8 channels in 22.5 ms, pulse starts 1000–2000 µs apart, marks 300–400 µs, sync gap over about 3 ms
 */
export const PPM = {
  frameUs: 22_500,
  channels: 8,
  markUs: 350,
  leastMarkUs: 100,
  mostMarkUs: 600,
  syncUs: 3000,
  leastUs: 700,
  mostUs: 2300,
} as const;

/** Writes one frame of up to eight widths; returns its end, ns. Widths are from mark to mark. */
export function writePpm(line: LineWriter, widthsUs: ArrayLike<number>, fromNs: number, active: 0 | 1 = 1): number {
  const rest = (1 - active) as 0 | 1;
  let at = fromNs;
  for (let i = 0; i <= Math.min(widthsUs.length, PPM.channels); i++) {
    line.set(at, active);
    line.set(at + PPM.markUs * 1000, rest);
    at += (widthsUs[i] ?? 0) * 1000;
  }
  return fromNs + PPM.frameUs * 1000;
}

/** A whole frame of summed pulses. */
export interface PpmFrame {
  /** Begin, ns. */
  fromNs: number;
  widthsUs: number[];
}

/** How many frames were whole, and how many were not. */
export interface PpmCounts {
  /** Whole frames. */
  frames: number;
  /** Frames with a mark or a spacing no transmitter makes, or with another count of channels than the one before. */
  bad: number;
}

/**
 * Reads frames from edges. A frame runs from one sync gap to the next; what stands before the first gap is not counted.
 */
export class PpmReader {
  readonly counts: PpmCounts = { frames: 0, bad: 0 };
  private readonly pulses: PulseReader;

  constructor(
    first: 0 | 1,
    private readonly found: (frame: PpmFrame) => void,
    active: 0 | 1 = 1,
  ) {
    this.pulses = new PulseReader(first, active);
  }

  push(timesNs: Float64Array, from = 0, to = timesNs.length): void {
    this.pulses.push(timesNs, from, to);
  }

  end(): PpmCounts {
    const { fromNs, widthNs } = this.pulses.end();
    let begin = -1;
    for (let i = 1; i <= fromNs.length; i++) {
      const gapUs = i < fromNs.length ? (fromNs[i]! - fromNs[i - 1]!) / 1000 : Infinity;
      if (gapUs <= PPM.syncUs) continue;
      if (begin >= 0) this.settle(fromNs, widthNs, begin, i);
      begin = i;
    }
    return this.counts;
  }

  /** Pulses `begin`…`end`: one more than there are channels. */
  private settle(fromNs: Float64Array, widthNs: Float64Array, begin: number, end: number): void {
    const widthsUs: number[] = [];
    let sound = end - begin >= 2;
    for (let i = begin; i < end; i++) {
      const markUs = widthNs[i]! / 1000;
      if (markUs < PPM.leastMarkUs || markUs > PPM.mostMarkUs) sound = false;
      if (i + 1 === end) break;
      const us = (fromNs[i + 1]! - fromNs[i]!) / 1000;
      if (us < PPM.leastUs || us > PPM.mostUs) sound = false;
      widthsUs.push(us);
    }
    if (!sound) {
      this.counts.bad++;
      return;
    }
    this.counts.frames++;
    this.found({ fromNs: fromNs[begin]!, widthsUs });
  }
}
