import { SBUS, isSbusEnd, readSbusFrame, type SbusFrame } from './sbus-frame.js';
import { decodeSbus } from './sbus-stream.js';

/** How many frames came, and with which flags. */
export interface SbusCounts {
  /** Whole frames. */
  frames: number;
  /** Frames whose flag says the receiver missed the radio. */
  lost: number;
  /** Frames whose fail-safe flag is set. */
  failsafe: number;
  /** Frame shapes with a byte the line marked as faulty. */
  bad: number;
  /** Bytes that belong to no frame. */
  skipped: number;
}

/** Bytes worked on at once when nothing says where a burst ends. */
const BLOCK = 4096;
/** A frame whose overlap with later bytes is not settled stays for the next block. */
const MARGIN = 2 * SBUS.bytes;

/**
 * Finds bus frames in bytes that come in pieces of any size. Where the line's silences are known, {@link gap} closes a
 * burst, and a byte lost from one frame costs that frame only.
 */
export class SbusReader {
  readonly counts: SbusCounts = { frames: 0, lost: 0, failsafe: 0, bad: 0, skipped: 0 };
  private held = new Uint8Array(BLOCK);
  private faults = new Uint8Array(BLOCK);
  private length = 0;
  private base = 0;

  constructor(private readonly found: (frame: SbusFrame, at: number) => void) {}

  push(byte: number, fault = 0): void {
    this.held[this.length] = byte;
    this.faults[this.length++] = fault;
    if (this.length === BLOCK) this.work(BLOCK - MARGIN);
  }

  /** A silence longer than any inside a frame: what is held stands alone. */
  gap(): void {
    // the usual burst: one clean frame
    if (this.length === SBUS.bytes && this.held[0] === SBUS.header && isSbusEnd(this.held[SBUS.bytes - 1]!)) {
      this.emit(0);
      this.drop(SBUS.bytes);
    } else if (this.length) this.work(this.length);
  }

  /** Settles what can be settled without knowing what comes next: all but the last two frames. For live lines. */
  settle(): void {
    if (this.length > MARGIN) this.work(this.length - MARGIN);
  }

  end(): SbusCounts {
    this.gap();
    return this.counts;
  }

  /** Settles frames that begin before `until`, and drops everything up to the last of them or `until`. */
  private work(until: number): void {
    const { offsets } = decodeSbus(this.held.subarray(0, this.length));
    let at = 0;
    for (const offset of offsets) {
      if (offset >= until) break;
      this.counts.skipped += offset - at;
      this.emit(offset);
      at = offset + SBUS.bytes;
    }
    const next = offsets.find((offset) => offset >= at) ?? this.length;
    const end = Math.max(at, Math.min(until, next));
    this.counts.skipped += end - at;
    this.drop(end);
  }

  private emit(offset: number): void {
    const { counts } = this;
    for (let i = offset; i < offset + SBUS.bytes; i++)
      if (this.faults[i]) {
        counts.bad++;
        counts.skipped += SBUS.bytes;
        return;
      }
    const frame = readSbusFrame(this.held, offset);
    counts.frames++;
    if (frame.lost) counts.lost++;
    if (frame.failsafe) counts.failsafe++;
    this.found(frame, this.base + offset);
  }

  private drop(count: number): void {
    this.held.copyWithin(0, count, this.length);
    this.faults.copyWithin(0, count, this.length);
    this.length -= count;
    this.base += count;
  }
}
