import { byteNs } from '../signals/index.js';
import type { LineDecoding } from './decode-line.js';

/** Bytes that followed each other without a rest. */
export interface Burst {
  /** Begin of the first and end of the last, ns. */
  fromNs: number;
  toNs: number;
  bytes: Uint8Array;
  /** Bytes among them with a framing or parity error. */
  faulty: number;
}

/** A rest of so many bytes ends a burst. */
const REST_BYTES = 2;
/** A longer run of bytes is cut, so that it can be read. */
const MOST_BYTES = 64;

/** The bytes of a line in the runs in which they came; none on a line without bytes. */
export function burstsOf({ sense, bytes }: LineDecoding): Burst[] {
  if (!bytes || !('format' in sense)) return [];
  const long = byteNs(sense.format);
  const bursts: Burst[] = [];
  let from = 0;
  for (let i = 1; i <= bytes.bytes.length; i++) {
    const isLast = i === bytes.bytes.length;
    if (!isLast && i - from < MOST_BYTES && bytes.fromNs[i]! - bytes.fromNs[i - 1]! < (REST_BYTES + 1) * long) continue;
    const faulty = bytes.faults.subarray(from, i).reduce((sum, f) => sum + (f ? 1 : 0), 0);
    bursts.push({
      fromNs: bytes.fromNs[from]!,
      toNs: bytes.fromNs[i - 1]! + long,
      bytes: bytes.bytes.slice(from, i),
      faulty,
    });
    from = i;
  }
  return bursts;
}

/** Like `53 71 0a`. */
export const hexOf = (bytes: Uint8Array): string => Array.from(bytes, (b) => b.toString(16).padStart(2, '0')).join(' ');

/** Bytes as letters; what is no printable letter of seven bits is a dot. */
export const lettersOf = (bytes: Uint8Array): string =>
  Array.from(bytes, (b) => (b >= 32 && b < 127 ? String.fromCharCode(b) : '·')).join('');
