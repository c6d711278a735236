import { readFailed, readOk, type Reading } from '../units/index.js';
import { CaptureProblem, type Capture, type CaptureReader } from './capture.js';
import { headOf, isComment, rateIn, separatorOf } from './csv-head.js';
import { CsvReader } from './csv-reader.js';
import { SampleReader } from './sample-reader.js';
import { VcdReader } from './vcd-reader.js';
import { textOf } from './text.js';

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
 * is raw bytes. A file that cannot be read gives its problem with file and place.
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

function readerFor({ name, size }: CaptureSource, piece: Uint8Array): CaptureReader {
  const head = textOf(piece.subarray(0, 400)).trimStart();
  if (piece[0] === 0x50 && piece[1] === 0x4b && piece[2] === 3 && piece[3] === 4) return new SampleReader();
  if (/\.vcd$/i.test(name) || /^\$(date|version|timescale|comment|scope|var)\b/.test(head)) return new VcdReader();
  if (/\.[ct]sv$/i.test(name) || isTable(head)) return new CsvReader();
  return new RawReader(size);
}

/** Whether a text's first row that is no comment is the head of a table. */
function isTable(head: string): boolean {
  const rows = head.split('\n');
  const at = rows.findIndex((r) => !isComment(r));
  const row = rows[at]?.trimEnd() ?? '';
  const told = rows
    .slice(0, Math.max(0, at))
    .map(rateIn)
    .find((rate) => rate !== undefined);
  const separator = separatorOf(row);
  return typeof headOf(row.split(separator), separator, told) !== 'string';
}

/** Bytes as they are. */
class RawReader implements CaptureReader {
  private room: Uint8Array<ArrayBuffer>;
  private length = 0;

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
    return {
      form: 'raw bytes',
      fromNs: 0,
      endNs: 0,
      lines: [],
      bytes: this.room.subarray(0, this.length),
      leftOut: [],
      remarks: [],
    };
  }
}
