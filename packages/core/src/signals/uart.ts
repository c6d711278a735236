import { TimeList, type Edges, type LineWriter } from './edges.js';

/** Parity of a UART format. */
export type Parity = 'none' | 'even' | 'odd';

/** How bytes stand on a line. */
export interface UartFormat {
  baud: number;
  parity: Parity;
  stopBits: 1 | 2;
  /** Idle low instead of high. */
  inverted: boolean;
  /** Seven bits of data, the eighth their parity, or the first of two stop bits: a byte lasts as long as one of eight with one. */
  seven?: Parity;
}

/** The two framings the trade meets, and the bus that is upside down. */
export const UART = {
  '8N1': { parity: 'none', stopBits: 1 },
  '8E2': { parity: 'even', stopBits: 2 },
  '8E1': { parity: 'even', stopBits: 1 },
  '8O1': { parity: 'odd', stopBits: 1 },
} as const satisfies Record<string, Pick<UartFormat, 'parity' | 'stopBits'>>;

/** Like `8E2`. */
export const formatName = ({ parity, stopBits, seven }: Pick<UartFormat, 'parity' | 'stopBits' | 'seven'>): string =>
  `${seven ? 7 : 8}${{ none: 'N', even: 'E', odd: 'O' }[seven ?? parity]}${stopBits + (seven === 'none' ? 1 : 0)}`;

/** Start, eight data, parity, stop: bit times a byte takes. */
export const bitsPerByte = ({ parity, stopBits }: Pick<UartFormat, 'parity' | 'stopBits'>): number =>
  9 + (parity === 'none' ? 0 : 1) + stopBits;

/** Time one byte takes, ns. */
export const byteNs = (format: UartFormat): number => (bitsPerByte(format) * 1e9) / format.baud;

/** Whether an odd number of the bits of a byte are ones. */
export function isOdd(byte: number): boolean {
  let x = byte ^ (byte >> 4);
  x ^= x >> 2;
  return ((x ^ (x >> 1)) & 1) === 1;
}

const parityBit = (byte: number, parity: Parity): 0 | 1 =>
  parity === 'none' || isOdd(byte) === (parity === 'even') ? 1 : 0;

/** Writes bytes back to back from `fromNs`; returns when the last stop bit ends, ns. */
export function writeUart(line: LineWriter, bytes: ArrayLike<number>, format: UartFormat, fromNs: number): number {
  const bitNs = 1e9 / format.baud;
  const idle = format.inverted ? 0 : 1;
  const level = (bit: number): 0 | 1 => (bit ? idle : 1 - idle) as 0 | 1;
  const bits = bitsPerByte(format);
  const { parity, seven } = format;
  for (let i = 0; i < bytes.length; i++) {
    const startNs = fromNs + i * bits * bitNs;
    const low = bytes[i]! & 0x7f;
    const byte = seven ? low | (parityBit(low, seven) << 7) : bytes[i]!;
    line.set(startNs, level(0));
    for (let b = 0; b < 8; b++) line.set(startNs + (b + 1) * bitNs, level((byte >> b) & 1));
    if (parity !== 'none') line.set(startNs + 9 * bitNs, level(parityBit(byte, parity)));
    line.set(startNs + (bits - format.stopBits) * bitNs, level(1));
  }
  return fromNs + bytes.length * bits * bitNs;
}

export const FAULT = { framing: 1, parity: 2 } as const;

/** Bytes read off a line, side by side. */
export interface UartBytes {
  bytes: Uint8Array;
  /** Start of each start bit, ns. */
  fromNs: Float64Array;
  /** {@link FAULT} bits of each byte; 0 is clean. */
  faults: Uint8Array;
}

/**
 * Reads bytes from edges as they come. A falling start bit that lasts to its middle begins a byte, each bit is taken at its
 * middle; after a byte the next start is looked for from the middle of its stop bit, so that a speed a few per cent off still reads.
 * @source [book, worked example, mem] ten to twelve bits allow about ±2 % at each end
 */
export class UartReader {
  private pending = new Float64Array(64);
  private count = 0;
  /** Level before `pending[0]`. */
  private level: 0 | 1;
  private seenNs = Number.NEGATIVE_INFINITY;
  private readonly bitNs: number;
  private readonly bits: number;
  private readonly starts = new TimeList();
  private bytes = new Uint8Array(256);
  private faults = new Uint8Array(256);

  constructor(
    private readonly format: UartFormat,
    first: 0 | 1,
  ) {
    this.level = first;
    this.bitNs = 1e9 / format.baud;
    this.bits = bitsPerByte(format);
  }

  /** Takes changes `from`…`to` of a list; they follow the ones before. */
  push(timesNs: Float64Array, from = 0, to = timesNs.length): void {
    // long lists go in pieces, so that the wait list stays short
    for (let at = from; at < to; at += 4096) {
      const end = Math.min(to, at + 4096);
      this.queue(timesNs.subarray(at, end));
      this.read();
    }
  }

  /**
   * No change comes until `endNs`: what still waits is read. A line that rests at its end is taken to go on resting, so that
   * the last byte of a recording that ends on its last change is whole.
   */
  end(endNs = this.seenNs): UartBytes {
    const rests = ((this.level ^ (this.count & 1)) === 0) === this.format.inverted;
    this.seenNs = Math.max(this.seenNs, endNs) + (rests ? this.bits * this.bitNs : 0);
    this.read();
    const n = this.starts.length;
    return { bytes: this.bytes.slice(0, n), fromNs: this.starts.view().slice(), faults: this.faults.slice(0, n) };
  }

  private queue(times: Float64Array): void {
    if (!times.length) return;
    if (this.count + times.length > this.pending.length) {
      const wider = new Float64Array(2 * (this.count + times.length));
      wider.set(this.pending.subarray(0, this.count));
      this.pending = wider;
    }
    this.pending.set(times, this.count);
    this.count += times.length;
    this.seenNs = times.at(-1)!;
  }

  private read(): void {
    const { pending, format, bitNs, bits } = this;
    const space = format.inverted ? 1 : 0;
    const spanNs = (bits - 0.5) * bitNs;
    let at = 0;
    let level: number = this.level;
    for (;;) {
      // the next change to the start level
      while (at < this.count && (level ^ 1) !== space) {
        level ^= 1;
        at++;
      }
      if (at >= this.count || pending[at]! + spanNs > this.seenNs) break;
      const startNs = pending[at]!;
      // a spike is no start bit
      if (at + 1 < this.count && pending[at + 1]! <= startNs + bitNs / 2) {
        at += 2;
        continue;
      }
      let word = 0;
      for (let b = 0; b < bits; b++) {
        const middle = startNs + (b + 0.5) * bitNs;
        while (at < this.count && pending[at]! <= middle) {
          level ^= 1;
          at++;
        }
        if (level !== space) word |= 1 << b;
      }
      this.emit(startNs, word);
      // a line still at the start level where a stop bit belongs: wait for it to rest
      if (level === space)
        while (at < this.count && level === space) {
          level ^= 1;
          at++;
        }
    }
    this.pending.copyWithin(0, at, this.count);
    this.count -= at;
    this.level = level as 0 | 1;
  }

  private emit(startNs: number, word: number): void {
    const { parity, stopBits, seven } = this.format;
    const byte = (word >> 1) & 0xff;
    const stops = word >> (this.bits - stopBits);
    const faults =
      ((word & 1) === 0 && stops === (1 << stopBits) - 1 ? 0 : FAULT.framing) |
      (parity !== 'none' && ((word >> 9) & 1) !== parityBit(byte, parity) ? FAULT.parity : 0) |
      (seven && byte >> 7 !== parityBit(byte & 0x7f, seven) ? FAULT.parity : 0);
    const n = this.starts.length;
    if (n === this.bytes.length) {
      this.bytes = widen(this.bytes);
      this.faults = widen(this.faults);
    }
    this.bytes[n] = seven ? byte & 0x7f : byte;
    this.faults[n] = faults;
    this.starts.push(startNs);
  }
}

function widen(bytes: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> {
  const wider = new Uint8Array(bytes.length * 2);
  wider.set(bytes);
  return wider;
}

/** All bytes of a line at once. */
export function readUart(edges: Edges, format: UartFormat, endNs?: number): UartBytes {
  const reader = new UartReader(format, edges.first);
  reader.push(edges.timesNs);
  return reader.end(endNs);
}
