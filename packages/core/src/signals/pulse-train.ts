import { TimeList, type Edges, type LineWriter } from './edges.js';

/**
 * The servo pulse: how wide may still be one, and how often it usually comes.
 * @source [practice] 1000–2000 µs about 1500, extended 988–2012, about 50 Hz; 500–2500 µs is the most that servos stand
 */
export const SERVO = { periodUs: 20_000, leastUs: 500, mostUs: 2500, usualLeastUs: 800, usualMostUs: 2200 } as const;

/** Pulses of a line: when each begins, how long it is, ns. */
export interface PulseTrain {
  fromNs: Float64Array;
  widthNs: Float64Array;
}

/** Writes one pulse; the line rests at the other level. */
export function writePulse(line: LineWriter, fromNs: number, widthUs: number, active: 0 | 1 = 1): void {
  line.set(fromNs, active);
  line.set(fromNs + widthUs * 1000, (1 - active) as 0 | 1);
}

/** Reads spans at the active level as they come; a span still open at the end is no pulse. */
export class PulseReader {
  private readonly from = new TimeList();
  private readonly width = new TimeList();
  private level: number;
  private openNs: number | null = null;

  constructor(
    first: 0 | 1,
    private readonly active: 0 | 1 = 1,
  ) {
    this.level = first;
  }

  push(timesNs: Float64Array, from = 0, to = timesNs.length): void {
    for (let i = from; i < to; i++) {
      this.level ^= 1;
      if (this.level === this.active) this.openNs = timesNs[i]!;
      else if (this.openNs !== null) {
        this.from.push(this.openNs);
        this.width.push(timesNs[i]! - this.openNs);
      }
    }
  }

  end(): PulseTrain {
    return { fromNs: this.from.view().slice(), widthNs: this.width.view().slice() };
  }
}

/** All pulses of a line at once. */
export function readPulses(edges: Edges, active: 0 | 1 = 1): PulseTrain {
  const reader = new PulseReader(edges.first, active);
  reader.push(edges.timesNs);
  return reader.end();
}
