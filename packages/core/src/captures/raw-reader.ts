import { CaptureProblem, type Capture, type CaptureReader } from './capture.js';
import { textReader } from './text.js';

const rawBytes = (bytes: Uint8Array, remarks: string[] = []): Omit<Capture, 'name'> => ({
  ...{ form: 'raw bytes', fromNs: 0, endNs: 0, lines: [], bytes, leftOut: [], remarks },
});

/** Bytes as they are. */
export class RawReader implements CaptureReader {
  private room: Uint8Array<ArrayBuffer>;
  private length = 0;

  /** @param size bytes that will come, where that is known */
  constructor(size: number) {
    this.room = new Uint8Array(Math.max(1024, size));
  }

  push(chunk: Uint8Array): void {
    if (this.length + chunk.length > this.room.length) {
      const wider = new Uint8Array(2 * (this.length + chunk.length));
      wider.set(this.room.subarray(0, this.length));
      this.room = wider;
    }
    this.room.set(chunk, this.length);
    this.length += chunk.length;
  }

  finish(): Omit<Capture, 'name'> {
    return rawBytes(this.room.subarray(0, this.length));
  }
}

/** Bytes written out as pairs of hexadecimal figures, apart. */
export class HexReader implements CaptureReader {
  private readonly text = textReader();
  private held = '';
  private row = 1;
  private readonly bytes: number[] = [];

  push(chunk: Uint8Array): void {
    this.take(this.held + this.text(chunk), false);
  }

  finish(): Omit<Capture, 'name'> {
    this.take(this.held + this.text(), true);
    return rawBytes(Uint8Array.from(this.bytes), ['Pairs of hexadecimal figures, read as the bytes they stand for']);
  }

  /** @param isLast nothing follows that the last pair could go on in */
  private take(text: string, isLast: boolean): void {
    const end = isLast ? text.length : text.search(/[^\s,;:]*$/);
    this.held = text.slice(end);
    for (const [word] of text.slice(0, end).matchAll(/\n|[^\s,;:]+/g)) {
      if (word === '\n') this.row++;
      else if (HEX_PAIR.test(word)) this.bytes.push(parseInt(word, 16));
      else throw new CaptureProblem(`row ${this.row}`, `"${word}" is no pair of hexadecimal figures`);
    }
  }
}

const HEX_PAIR = /^(0x)?[0-9a-f]{2}$/i;

/** Whether the begin of a text is pairs of hexadecimal figures, several of them; the last may be cut. */
export function isHex(head: string): boolean {
  const words = head.split(/[\s,;:]+/).filter(Boolean);
  return words.length >= 4 && words.slice(0, -1).every((w) => HEX_PAIR.test(w));
}
