import { CaptureProblem, type Capture, type CaptureReader } from './capture.js';
import { LineStore } from './line-store.js';
import { textOf } from './text.js';

const NS_PER: Record<string, number> = { s: 1e9, ms: 1e6, us: 1e3, ns: 1, ps: 1e-3, fs: 1e-6 };
const CODE = {
  hash: 35,
  dollar: 36,
  zero: 48,
  one: 49,
  b: 98,
  B: 66,
  r: 114,
  R: 82,
  s: 115,
  S: 83,
  port: 112,
  x: 120,
} as const;
/** Codes of up to three printable characters are looked up in a table, longer ones in a map. */
const RADIX = 95;
const TABLE = RADIX ** 3;

/**
 * Reads a value change dump as it comes, byte by byte and without a string a change.
 * Bits of a vector become lines of their own; x and z keep the level before and are counted; real values are left out.
 * @source [std IEEE 1364] value change dump, four-state
 */
export class VcdReader implements CaptureReader {
  private tail = new Uint8Array(0);
  private line = 1;
  private tickNs = 0;
  private timeNs = 0;
  private fromNs: number | null = null;
  private defined = false;
  /** Words of the section being read; null outside one. */
  private section: string[] | null = null;
  /** A vector or real value waits for its code. */
  private vector: { from: Uint8Array; real: boolean } | null = null;
  /** A port's states wait for two strengths and a code. */
  private port: Uint8Array[] | null = null;
  private readonly scopes: string[] = [];
  private readonly stores: LineStore[] = [];
  private readonly groups: LineStore[][] = [];
  private readonly table = new Int32Array(TABLE).fill(-1);
  private readonly longCodes = new Map<string, number>();
  private readonly names = new Map<string, number>();
  private reals = 0;

  push(chunk: Uint8Array): void {
    let bytes = chunk;
    if (this.tail.length) {
      bytes = new Uint8Array(this.tail.length + chunk.length);
      bytes.set(this.tail);
      bytes.set(chunk, this.tail.length);
    }
    this.tail = bytes.slice(this.words(bytes));
  }

  finish(): Omit<Capture, 'name'> {
    if (this.tail.length) this.word(this.tail, 0, this.tail.length);
    if (this.section) this.fail(`"${this.section[0]}" has no $end`);
    if (!this.defined) this.fail('the definitions do not end: no $enddefinitions');
    if (this.vector ?? this.port) this.fail('the last value names no line');
    const leftOut = this.reals ? [`${this.reals} real value${this.reals > 1 ? 's' : ''}`] : [];
    return {
      form: 'VCD',
      fromNs: this.fromNs ?? 0,
      endNs: this.timeNs,
      lines: this.stores.map((s) => s.line()),
      bytes: null,
      leftOut,
      remarks: [],
    };
  }

  /** Takes whole words; returns where the last one begins that may go on in the next piece. */
  private words(bytes: Uint8Array): number {
    const end = bytes.length;
    let at = 0;
    for (;;) {
      while (at < end && bytes[at]! <= 32) if (bytes[at++] === 10) this.line++;
      const from = at;
      while (at < end && bytes[at]! > 32) at++;
      if (at === end) return from;
      this.word(bytes, from, at);
    }
  }

  private word(bytes: Uint8Array, start: number, to: number): void {
    const from = !this.defined && isMark(bytes, start) ? start + 3 : start;
    if (from >= to) return;
    const first = bytes[from]!;
    if (this.section) return this.inSection(textOf(bytes.subarray(from, to)));
    if (this.port) return this.portOf(bytes, from, to);
    if (this.vector) return this.vectorOf(bytes, from, to);
    if (this.defined) {
      if (first === CODE.port) {
        this.port = [bytes.slice(from + 1, to)];
        return;
      }
      if (first === CODE.zero || first === CODE.one) return this.scalar(bytes, from + 1, to, first & 1);
      if (first === CODE.hash) return this.time(bytes, from + 1, to);
      // x, X, z, Z
      if ((first | 32) === 120 || (first | 32) === 122) return this.scalar(bytes, from + 1, to, -1);
      if ((first | 32) === CODE.b || (first | 32) === CODE.r || (first | 32) === CODE.s) {
        this.vector = { from: bytes.slice(from + 1, to), real: (first | 32) !== CODE.b };
        return;
      }
    }
    if (first !== CODE.dollar) this.fail(`"${textOf(bytes.subarray(from, to))}" is no value change`);
    const word = textOf(bytes.subarray(from, to));
    // dump sections hold plain changes up to their end
    if (/^\$(dumpvars|dumpall|dumpon|dumpoff|dumpports|dumpportson|dumpportsoff|dumpportsall|end)$/.test(word)) return;
    this.section = [word];
  }

  private time(bytes: Uint8Array, from: number, to: number): void {
    let ticks = 0;
    for (let i = from; i < to; i++) {
      const digit = bytes[i]! - 48;
      if (digit < 0 || digit > 9) this.fail(`"#${textOf(bytes.subarray(from, to))}" is no time`);
      ticks = ticks * 10 + digit;
    }
    if (from === to) this.fail('"#" without a time');
    const timeNs = ticks * this.tickNs;
    if (timeNs < this.timeNs) this.fail(`time goes back from ${this.timeNs} ns to ${timeNs} ns`);
    this.timeNs = timeNs;
    this.fromNs ??= timeNs;
  }

  private scalar(bytes: Uint8Array, from: number, to: number, level: number): void {
    const store = this.groups[this.groupAt(bytes, from, to)]![0]!;
    if (level < 0) store.blur();
    else store.set(this.timeNs, level as 0 | 1);
  }

  /** A vector's bits, last one first; a short value is filled on the left with 0, or x and z with themselves. */
  private vectorOf(bytes: Uint8Array, from: number, to: number): void {
    const { from: value, real } = this.vector!;
    this.vector = null;
    const group = this.groups[this.groupAt(bytes, from, to)]!;
    if (real) {
      this.reals++;
      return;
    }
    this.setBits(value, group);
  }

  private setBits(value: Uint8Array, group: readonly LineStore[]): void {
    if (value.length > group.length) this.fail(`${value.length} bits for a line of ${group.length}`);
    const fill = value[0] === CODE.one || value[0] === undefined ? CODE.zero : value[0];
    for (let bit = 0; bit < group.length; bit++) {
      const code = bit < value.length ? value[value.length - 1 - bit]! : fill;
      const store = group[bit]!;
      if (code === CODE.zero || code === CODE.one) store.set(this.timeNs, (code & 1) as 0 | 1);
      else if ((code | 32) === 120 || (code | 32) === 122) store.blur();
      else this.fail(`"${String.fromCharCode(code)}" is no bit`);
    }
  }

  /** An extended dump gives the states of a port, how strongly it is driven to 0 and to 1, and its code. */
  private portOf(bytes: Uint8Array, from: number, to: number): void {
    const given = this.port!;
    if (given.length < 3) {
      given.push(bytes.slice(from, to));
      return;
    }
    this.port = null;
    const [states] = given;
    const value = states!.map((state) => PORT_LEVEL.get(state) ?? CODE.x);
    this.setBits(value, this.groups[this.groupAt(bytes, from, to)]!);
  }

  private groupAt(bytes: Uint8Array, from: number, to: number): number {
    const key = keyOf(bytes, from, to);
    const at = key < TABLE ? this.table[key]! : (this.longCodes.get(textOf(bytes.subarray(from, to))) ?? -1);
    if (at < 0) this.fail(`no line has the code "${textOf(bytes.subarray(from, to))}"`);
    return at;
  }

  private inSection(word: string): void {
    if (word !== '$end') {
      this.section!.push(word);
      return;
    }
    const [keyword, ...words] = this.section!;
    this.section = null;
    switch (keyword) {
      case '$timescale':
        return this.timescale(words.join(''));
      case '$scope':
        return void this.scopes.push(words[1] ?? '');
      case '$upscope':
        return void this.scopes.pop();
      case '$var':
        return this.variable(words);
      case '$enddefinitions':
        if (!this.tickNs) this.fail('no $timescale');
        this.defined = true;
    }
  }

  private timescale(text: string): void {
    const [, number, unit] = /^(1|10|100)(s|ms|us|ns|ps|fs)$/.exec(text) ?? [];
    if (!number || !unit) this.fail(`"${text}" is no time scale: 1, 10 or 100 of s, ms, us, ns, ps or fs`);
    this.tickNs = Number(number) * NS_PER[unit]!;
  }

  private variable([type = '', size = '', code = '', ...rest]: string[]): void {
    // a port may give its size as its range
    const [, from, to] = /^\[(\d+):(\d+)\]$/.exec(size) ?? [];
    const bits = from === undefined ? Number(size) : Math.abs(Number(from) - Number(to)) + 1;
    const { name, first, last } = namedOf(rest.join(' '), from === undefined ? '' : size);
    if (!name || !(bits >= 1 && bits <= 4096)) this.fail(`$var needs a type, a size, a code and a name`);
    // the same code twice is the same line under a second name
    if (this.known(code)) return;
    const path = [...this.scopes, name].join('.');
    const times = (this.names.get(path) ?? 0) + 1;
    this.names.set(path, times);
    const label = times > 1 ? `${path} (${times})` : path;
    const isReal = type === 'real' || type === 'realtime' || type === 'string';
    // the last bit of a value is the one that the range names last
    const step = first < last ? -1 : 1;
    const group = Array.from({ length: isReal ? 0 : bits }, (_, bit) => {
      const store = new LineStore(bits === 1 ? label : `${label}[${last + step * bit}]`);
      this.stores.push(store);
      return store;
    });
    this.groups.push(isReal ? [new LineStore(label)] : group);
    this.remember(code, this.groups.length - 1);
  }

  private known(code: string): boolean {
    const key = keyOfText(code);
    return key < TABLE ? this.table[key]! >= 0 : this.longCodes.has(code);
  }

  private remember(code: string, group: number): void {
    const key = keyOfText(code);
    if (key < TABLE) this.table[key] = group;
    else this.longCodes.set(code, group);
  }

  private fail(what: string): never {
    throw new CaptureProblem(`line ${this.line}`, what);
  }
}

/** The mark that some editors put before a text. */
const isMark = (bytes: Uint8Array, at: number): boolean =>
  bytes[at] === 0xef && bytes[at + 1] === 0xbb && bytes[at + 2] === 0xbf;

/** States of a port by the level they are; every other is unknown. @source [std IEEE 1364] extended value change dump */
const PORT_LEVEL: ReadonlyMap<number, number> = new Map([
  ...Array.from('DdLl0', (c) => [c.charCodeAt(0), CODE.zero] as const),
  ...Array.from('UuHh1', (c) => [c.charCodeAt(0), CODE.one] as const),
]);

/** A name, blanks and all, and the range behind it, with or without a blank between. */
function namedOf(text: string, range: string): { name: string; first: number; last: number } {
  const [, name = text, first, last] = /^(.*?)\s*\[(\d+):(\d+)\]$/.exec(text) ?? [];
  const [, from = first ?? '0', to = last ?? '0'] = /^\[(\d+):(\d+)\]$/.exec(range) ?? [];
  // one bit of a word keeps its number as part of its name
  return { name: name.replace(/\s+(?=\[\d+\]$)/, ''), first: Number(first ?? from), last: Number(last ?? to) };
}

/** A number for a code of up to three characters; {@link TABLE} or more for a longer one. */
function keyOf(bytes: Uint8Array, from: number, to: number): number {
  if (to - from > 3 || to === from) return TABLE;
  let key = 0;
  for (let i = from; i < to; i++) key = key * RADIX + (bytes[i]! - 32);
  return key;
}

const keyOfText = (code: string): number =>
  keyOf(
    Uint8Array.from(code, (c) => Math.min(255, c.charCodeAt(0))),
    0,
    code.length,
  );
