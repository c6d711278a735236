import { strFromU8 } from 'fflate';
import { groups3 } from '../units/index.js';
import { CaptureProblem, type Capture } from './capture.js';
import { LineStore } from './line-store.js';

/** Lines in a sample of four bytes. */
const MOST_LINES = 32;

/** What the text beside the samples says. */
interface SampleNotes {
  hz: number;
  bytes: number;
  lines: string[];
}

/**
 * Raw samples beside a text (`.txt`) with the rows `samples a second: 24000000`, `bytes a sample: 1` and `lines: RX, TX`:
 * the samples least byte first, bit n of each being line n. More files of samples follow each other by name. Our own form, see
 * `docs/FORMATS.md`.
 */
export function samplesOf(members: Readonly<Record<string, Uint8Array>>): Omit<Capture, 'name'> {
  const [text, ...more] = Object.keys(members).filter((name) => /\.txt$/i.test(name));
  if (text === undefined || more.length)
    fail('archive', `${text ? 'more than one text' : 'no text'} (.txt) that says the rate`);
  const notes = notesOf(strFromU8(members[text]!), text);
  const stores = notes.lines.map((name) => new LineStore(name));
  let at = 0;
  for (const name of Object.keys(members).sort())
    if (name !== text) at = sampled(members[name]!, name, notes, stores, at);
  if (!at) fail('archive', 'no samples beside the text');
  const endNs = (at * 1e9) / notes.hz;
  const remarks = [`${groups3(at)} samples at ${groups3(notes.hz)} a second`];
  return { form: 'samples', fromNs: 0, endNs, lines: stores.map((s) => s.line()), bytes: null, leftOut: [], remarks };
}

function fail(where: string, what: string): never {
  throw new CaptureProblem(where, what);
}

function notesOf(text: string, file: string): SampleNotes {
  const said = new Map<string, { value: string; row: number }>();
  text.split(/\r?\n/).forEach((row, i) => {
    const [, key, value] = /^\s*([^:#]+?)\s*:\s*(.*?)\s*$/.exec(row) ?? [];
    if (key && value !== undefined) said.set(key.toLowerCase(), { value, row: i + 1 });
  });
  const need = (key: string): { value: string; row: number } => said.get(key) ?? fail(file, `no row "${key}: …"`);
  const figure = (key: string, least: number, most: number): number => {
    const { value, row } = need(key);
    const n = Number(value);
    if (!value || !(n >= least && n <= most))
      fail(`${file}, row ${row}`, `"${value}" is no figure from ${groups3(least)} to ${groups3(most)}`);
    return n;
  };
  const lines = need('lines')
    .value.split(',')
    .map((name) => name.trim());
  const bytes = figure('bytes a sample', 1, 4);
  if (!Number.isInteger(bytes)) fail(file, 'bytes a sample is no whole figure');
  if (lines.some((name) => !name) || lines.length > Math.min(MOST_LINES, 8 * bytes))
    fail(`${file}, row ${need('lines').row}`, `${lines.length} lines in ${8 * bytes} bits, or one without a name`);
  return { hz: figure('samples a second', 1, 1e10), bytes, lines };
}

/** Takes the changes of one file of samples; returns how many samples there are now. */
function sampled(
  data: Uint8Array,
  name: string,
  { hz, bytes, lines }: SampleNotes,
  stores: readonly LineStore[],
  from: number,
): number {
  if (data.length % bytes) fail(name, `${data.length} bytes are no whole samples of ${bytes}`);
  let before = -1;
  const many = data.length / bytes;
  for (let i = 0; i < many; i++) {
    let word = 0;
    for (let b = bytes - 1; b >= 0; b--) word = (word << 8) | data[i * bytes + b]!;
    if (word === before) continue;
    before = word;
    const timeNs = ((from + i) * 1e9) / hz;
    for (let line = 0; line < lines.length; line++) stores[line]!.set(timeNs, ((word >>> line) & 1) as 0 | 1);
  }
  return from + many;
}
