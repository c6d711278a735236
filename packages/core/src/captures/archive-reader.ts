import { Gunzip, unzipSync } from 'fflate';
import { groups3 } from '../units/index.js';
import { CaptureProblem, type Capture, type CaptureReader } from './capture.js';
import { samplesOf } from './samples.js';

/** What is unpacked is at most so many bytes: a few minutes of a cheap tool. */
const MOST_BYTES = 400e6;

/** Chooses who reads a file by its name and first bytes; null for what nobody knows but as bytes. */
export type Inner = (name: string, piece: Uint8Array) => CaptureReader | null;

/** Reads a ZIP: one recording packed by itself, or raw samples beside a text of their rates. */
export class ZipReader implements CaptureReader {
  private readonly chunks: Uint8Array[] = [];

  constructor(private readonly inner: Inner) {}

  push(chunk: Uint8Array): void {
    this.chunks.push(chunk.slice());
  }

  finish(): Omit<Capture, 'name'> {
    const members = this.members();
    const [only, ...more] = Object.keys(members);
    const reader = only === undefined || more.length ? null : this.inner(only, members[only]!);
    if (!reader) return samplesOf(members);
    return within(only!, () => {
      reader.push(members[only!]!);
      return reader.finish();
    });
  }

  private members(): Record<string, Uint8Array> {
    const all = new Uint8Array(this.chunks.reduce((sum, c) => sum + c.length, 0));
    let at = 0;
    for (const chunk of this.chunks) {
      all.set(chunk, at);
      at += chunk.length;
    }
    let room = MOST_BYTES;
    try {
      return unzipSync(all, {
        filter({ name, originalSize }) {
          room -= originalSize;
          if (room < 0) tooMuch(name);
          return !name.endsWith('/');
        },
      });
    } catch (error) {
      if (error instanceof CaptureProblem) throw error;
      throw new CaptureProblem('archive', 'this is no ZIP, or a damaged one');
    }
  }
}

/** Reads one packed file as it comes. */
export class GzipReader implements CaptureReader {
  private reader: CaptureReader | null = null;
  private room = MOST_BYTES;
  private readonly unpack = new Gunzip((piece) => this.take(piece));

  /** @param name of the file inside */
  constructor(
    private readonly name: string,
    private readonly inner: (name: string, piece: Uint8Array) => CaptureReader,
  ) {}

  push(chunk: Uint8Array): void {
    this.unpacked(chunk, false);
  }

  finish(): Omit<Capture, 'name'> {
    this.unpacked(new Uint8Array(0), true);
    if (!this.reader) throw new CaptureProblem(this.name, 'the file is empty');
    return this.reader.finish();
  }

  private unpacked(chunk: Uint8Array, isLast: boolean): void {
    try {
      this.unpack.push(chunk, isLast);
    } catch (error) {
      if (error instanceof CaptureProblem) throw error;
      throw new CaptureProblem('archive', 'this is no packed file, or a damaged one');
    }
  }

  private take(piece: Uint8Array): void {
    this.room -= piece.length;
    if (this.room < 0) tooMuch(this.name);
    if (!piece.length) return;
    this.reader ??= this.inner(this.name, piece);
    this.reader.push(piece);
  }
}

function tooMuch(name: string): never {
  throw new CaptureProblem(name, `more than ${groups3(MOST_BYTES)} bytes when unpacked`);
}

/** Says of what cannot be read in which file it is. */
function within<R>(file: string, run: () => R): R {
  try {
    return run();
  } catch (error) {
    if (error instanceof CaptureProblem) throw new CaptureProblem(`${file}, ${error.where}`, error.what);
    throw error;
  }
}
