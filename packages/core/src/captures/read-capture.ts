import { readFailed, readOk, type Reading } from '../units/index.js';
import { CaptureProblem, type Capture, type CaptureReader } from './capture.js';
import { CsvReader } from './csv-reader.js';
import { headAmong } from './csv-preamble.js';
import { GzipReader, ZipReader } from './archive-reader.js';
import { HexReader, isHex, RawReader } from './raw-reader.js';
import { VcdReader } from './vcd-reader.js';
import { encodingOf, textOf } from './text.js';

/** A file that is read in pieces. */
export interface CaptureSource {
  name: string;
  /** Length in bytes, for progress; 0 when not known. */
  size: number;
  pieces: AsyncIterable<Uint8Array> | Iterable<Uint8Array>;
}

/** How far reading is, and whether to go on. */
export interface CaptureWatch {
  /** Told how far it is, 0…1. */
  progress?: (part: number) => void;
  /** Asked between pieces; true ends the reading. */
  stopped?: () => boolean;
}

/** What is said when a reading was stopped. */
export const STOPPED = 'stopped before its end; nothing was kept';

/**
 * Reads a recording in pieces, whatever its form: a dump begins with `$`, a table is named .csv or begins like one, all else
 * is bytes, as they are or written as figures; packed or not. A file that cannot be read gives its problem with file and place.
 */
export async function readCapture(source: CaptureSource, watch: CaptureWatch = {}): Promise<Reading<Capture>> {
  let reader: CaptureReader | null = null;
  let done = 0;
  try {
    for await (const piece of source.pieces) {
      if (watch.stopped?.()) return readFailed({ where: source.name, what: STOPPED });
      if (!piece.length) continue;
      reader ??= readerFor(source, piece);
      reader.push(piece);
      done += piece.length;
      if (source.size) watch.progress?.(Math.min(1, done / source.size));
    }
    if (!reader) return readFailed({ where: source.name, what: 'the file is empty' });
    return readOk({ name: source.name, ...reader.finish() });
  } catch (e) {
    if (e instanceof CaptureProblem) return readFailed({ where: `${source.name}, ${e.where}`, what: e.what });
    throw e;
  }
}

/** How much of a file is looked at to tell its form, bytes. */
const HEAD = 4000;

function readerFor({ name, size }: CaptureSource, piece: Uint8Array): CaptureReader {
  if (startsWith(piece, 0x50, 0x4b, 3, 4)) return new ZipReader(formOf);
  if (startsWith(piece, 0x1f, 0x8b, 8)) return new GzipReader(name.replace(/\.gz$/i, ''), unpacked);
  return formOf(name, piece) ?? new RawReader(size);
}

const unpacked = (name: string, piece: Uint8Array): CaptureReader => formOf(name, piece) ?? new RawReader(0);
const startsWith = (piece: Uint8Array, ...bytes: number[]): boolean => bytes.every((b, i) => piece[i] === b);

/** Who reads a file that is packed in nothing, by what it holds, then by its name; null for bytes. */
function formOf(name: string, piece: Uint8Array): CaptureReader | null {
  const encoding = encodingOf(piece);
  const head = textOf(piece.subarray(0, HEAD), encoding).trimStart();
  if (/\.vcd$/i.test(name) || /^\$(date|version|timescale|comment|scope|var)\b/.test(head)) return new VcdReader();
  if (/\.[ct]sv$/i.test(name) || isTable(head)) return new CsvReader(encoding);
  return isHex(head) ? new HexReader() : null;
}

/** Whether a text's rows have the head of a table. */
const isTable = (head: string): boolean => {
  const found = headAmong(head.split(/\r\n|\r|\n/));
  return found !== null && typeof found.head !== 'string';
};
