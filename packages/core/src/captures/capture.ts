import type { Edges } from '../signals/index.js';

/** One recorded line. */
export interface CaptureLine extends Edges {
  name: string;
  /** Places where the recording does not know the level (x, z); the level before them is kept. */
  unknown: number;
}

/** A recording of lines over time, or of bytes without times. */
export interface Capture {
  name: string;
  form: 'VCD' | 'CSV' | 'samples' | 'raw bytes';
  /** Begin, ns. */
  fromNs: number;
  /** End, ns. */
  endNs: number;
  lines: CaptureLine[];
  /** Bytes of a raw recording; no lines then. */
  bytes: Uint8Array | null;
  /** What the file holds that is not read, in words. */
  leftOut: string[];
  /** How it was taken where it could be taken otherwise, in words. */
  remarks: string[];
}

/** Something in a recording that cannot be read, and where. */
export class CaptureProblem extends Error {
  override readonly name = 'CaptureProblem';
  constructor(
    readonly where: string,
    readonly what: string,
  ) {
    super(`${where}: ${what}`);
  }
}

/** Takes a file piece by piece. `push` and `finish` throw {@link CaptureProblem}. */
export interface CaptureReader {
  push(chunk: Uint8Array): void;
  finish(): Omit<Capture, 'name'>;
}
