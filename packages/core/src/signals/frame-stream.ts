/** What a frame format says of the bytes from some place on. */
export type Match<F> =
  /** `take` bytes make a frame. */
  | { is: 'frame'; byteCount: number; frame: F }
  /** A frame's shape, but its check sum does not hold. */
  | { is: 'bad' }
  /** A whole frame of a kind whose check sum is not known here. */
  | { is: 'unknown'; byteCount: number }
  | { is: 'no' }
  /** Cannot tell until more bytes are there. */
  | { is: 'more' };

/** Looks at `bytes` from `at`; `closed` when no byte will follow. */
export type Matcher<F> = (bytes: Uint8Array, at: number, closed: boolean) => Match<F>;

/** What became of the bytes of a stream. */
export interface FrameCounts {
  /** Whole frames. */
  frames: number;
  /** Frame shapes whose check sum failed, or with a byte the line marked as faulty. */
  bad: number;
  /** Frames by their form, of a kind that is not in the table. */
  unknown: number;
  /** Bytes that belong to no frame. */
  skipped: number;
}

/**
 * Finds check-summed frames in bytes that come in pieces of any size. After a bad frame it looks again from the very next
 * byte, so that a header inside a damaged frame is not missed.
 */
export class FrameStream<F> {
  readonly counts: FrameCounts = { frames: 0, bad: 0, unknown: 0, skipped: 0 };
  private held = new Uint8Array(0);
  private faults = new Uint8Array(0);
  /** Place of `held[0]` in the whole stream. */
  private base = 0;

  constructor(
    private readonly match: Matcher<F>,
    private readonly found: (frame: F, at: number, byteCount: number) => void,
  ) {}

  /** Takes bytes; `faults` marks those the line read badly. */
  push(bytes: Uint8Array, faults?: Uint8Array): void {
    const held = new Uint8Array(this.held.length + bytes.length);
    held.set(this.held);
    held.set(bytes, this.held.length);
    const marked = new Uint8Array(held.length);
    marked.set(this.faults);
    if (faults) marked.set(faults.subarray(0, bytes.length), this.faults.length);
    this.held = held;
    this.faults = marked;
    this.scan(false);
  }

  /** The line falls silent or ends: what waits for more is given up. */
  end(): FrameCounts {
    this.scan(true);
    return this.counts;
  }

  private scan(closed: boolean): void {
    const { held, counts } = this;
    let at = 0;
    scan: while (at < held.length) {
      const match = this.match(held, at, closed);
      switch (match.is) {
        case 'more':
          break scan;
        case 'frame':
          if (this.faulty(at, match.byteCount)) {
            counts.bad++;
            counts.skipped++;
            at++;
            break;
          }
          counts.frames++;
          this.found(match.frame, this.base + at, match.byteCount);
          at += match.byteCount;
          break;
        case 'unknown':
          counts.unknown++;
          at += match.byteCount;
          break;
        default:
          if (match.is === 'bad') counts.bad++;
          counts.skipped++;
          at++;
      }
    }
    if (closed && at < held.length) {
      counts.skipped += held.length - at;
      at = held.length;
    }
    this.base += at;
    this.held = held.slice(at);
    this.faults = this.faults.slice(at);
  }

  private faulty(at: number, byteCount: number): boolean {
    for (let i = at; i < at + byteCount; i++) if (this.faults[i]) return true;
    return false;
  }
}
