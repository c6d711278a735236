import type { CaptureLine } from './capture.js';
import { bytesOf } from './text.js';

type Written = Pick<CaptureLine, 'name' | 'first' | 'timesNs'>;

/** Rows put together before they are handed on. */
const ROWS = 8192;

/** Code of the n-th line of a dump: printable characters from `!` on. @source [std IEEE 1364] */
function codeOf(index: number): string {
  let code = '';
  for (let n = index; ; n = Math.floor(n / 94) - 1) {
    code = String.fromCharCode(33 + (n % 94)) + code;
    if (n < 94) return code;
  }
}

/** A name as one word of a dump. */
const wordOf = (name: string): string => name.trim().replace(/\s+/g, '_') || 'line';

/**
 * Lines as a value change dump in pieces, times rounded to whole nanoseconds.
 * @source [std IEEE 1364]
 */
export function* vcdPieces(
  lines: readonly Written[],
  fromNs: number,
  endNs: number,
): Generator<Uint8Array<ArrayBuffer>> {
  const vars = lines.map((l, i) => `$var wire 1 ${codeOf(i)} ${wordOf(l.name)} $end\n`).join('');
  const levels = lines.map((l, i) => `${l.first}${codeOf(i)}\n`).join('');
  yield bytesOf(
    `$version squallmark $end\n$timescale 1 ns $end\n$scope module rig $end\n${vars}$upscope $end\n` +
      `$enddefinitions $end\n#${Math.round(fromNs)}\n$dumpvars\n${levels}$end\n`,
  );
  let text: string[] = [];
  let lastNs = Math.round(fromNs);
  for (const { timeNs, line, level } of changes(lines)) {
    const at = Math.round(timeNs);
    text.push(at === lastNs ? `${level}${codeOf(line)}\n` : `#${at}\n${level}${codeOf(line)}\n`);
    lastNs = at;
    if (text.length < ROWS) continue;
    yield bytesOf(text.join(''));
    text = [];
  }
  if (Math.round(endNs) > lastNs) text.push(`#${Math.round(endNs)}\n`);
  yield bytesOf(text.join(''));
}

/** Lines as a table of changes in pieces: `time_ns` and a column of 0 and 1 a line. @source [std RFC 4180] */
export function* csvPieces(
  lines: readonly Written[],
  fromNs: number,
  endNs: number,
): Generator<Uint8Array<ArrayBuffer>> {
  const quoted = (name: string): string => (/[",\n]/.test(name) ? `"${name.replaceAll('"', '""')}"` : name);
  const levels = lines.map((l) => l.first as number);
  const row = (ns: number): string => `${Math.round(ns)},${levels.join(',')}\r\n`;
  let text = [`time_ns,${lines.map((l) => quoted(l.name)).join(',')}\r\n`, row(fromNs)];
  let openNs: number | null = null;
  for (const { timeNs, line, level } of changes(lines)) {
    // changes of one instant share a row
    if (openNs !== null && Math.round(timeNs) !== openNs) text.push(row(openNs));
    openNs = Math.round(timeNs);
    levels[line] = level;
    if (text.length < ROWS) continue;
    yield bytesOf(text.join(''));
    text = [];
  }
  if (openNs !== null) text.push(row(openNs));
  if (openNs === null || Math.round(endNs) > openNs) text.push(row(endNs));
  yield bytesOf(text.join(''));
}

/** All changes in the order of time. */
function* changes(lines: readonly Written[]): Generator<{ timeNs: number; line: number; level: 0 | 1 }> {
  const at = lines.map(() => 0);
  for (;;) {
    let line = -1;
    for (let i = 0; i < lines.length; i++) {
      const timeNs = lines[i]!.timesNs[at[i]!];
      if (timeNs !== undefined && (line < 0 || timeNs < lines[line]!.timesNs[at[line]!]!)) line = i;
    }
    if (line < 0) return;
    const k = at[line]!++;
    yield {
      timeNs: lines[line]!.timesNs[k]!,
      line,
      level: ((k + 1) & 1 ? 1 - lines[line]!.first : lines[line]!.first) as 0 | 1,
    };
  }
}

/** Pieces as one list of bytes. */
export function joined(pieces: Iterable<Uint8Array>): Uint8Array<ArrayBuffer> {
  const all = [...pieces];
  const bytes = new Uint8Array(all.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const piece of all) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
}
