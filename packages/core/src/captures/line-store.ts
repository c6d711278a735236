import { TimeList } from '../signals/index.js';
import type { CaptureLine } from './capture.js';

/** A line that is being read: levels as they come. */
export class LineStore {
  private readonly times = new TimeList(64);
  private first: 0 | 1 | null = null;
  private level = 0;
  private unknown = 0;

  constructor(readonly name: string) {}

  set(timeNs: number, level: 0 | 1): void {
    if (this.first === null) {
      this.first = level;
      this.level = level;
    } else if (level !== this.level) {
      this.level = level;
      // a change taken back at the same instant never was
      if (this.times.last === timeNs) this.times.dropLast();
      else this.times.push(timeNs);
    }
  }

  /** The recording does not know: the level before stands. */
  blur(): void {
    this.unknown++;
  }

  line(): CaptureLine {
    return { name: this.name, first: this.first ?? 0, timesNs: this.times.view(), unknown: this.unknown };
  }
}
