import Papa from 'papaparse';
import type { Analysis } from '../analysis/index.js';
import { hasControls } from '../parts/index.js';
import {
  applyEdits,
  EditRefused,
  partsThat,
  pilotTransmitter,
  sheetOf,
  shapingOf,
  type Edit,
  type Rig,
} from '../rig/index.js';
import { readFailed, readOk, type Problem, type Reading } from '../units/index.js';
import { untame, type Table } from './table.js';

const FIELDS = [
  'channel',
  'control',
  'low_us',
  'high_us',
  'sub_trim_us',
  'reverse',
  'dead_band_pct',
  'soft_pct',
  'share_pct',
  'shift_pct',
  'end_to_end_s',
  'locked',
  'slot',
  'part',
  'function',
  'device_number',
  'device_reverse',
  'carrier',
  'transmitter',
] as const;
type Field = (typeof FIELDS)[number];

/** The channel table as rows for a CSV file: one row a channel and function. {@link readChannelTable} takes it back. */
export function channelTable(analysis: Pick<Analysis, 'channels'>): Table {
  const data = analysis.channels.rows.flatMap((row) => {
    const s = row.shaping;
    const yes = (on: boolean | undefined): string => (on ? 'yes' : 'no');
    const left = [
      row.channel,
      row.control?.label ?? '',
      s?.lowUs ?? '',
      s?.highUs ?? '',
      s?.subTrimUs ?? '',
      s ? yes(s.reverse) : '',
      s?.deadBandPct ?? '',
      s?.softPct ?? '',
      s?.sharePct ?? '',
      s?.shiftPct ?? '',
      s?.endToEndS ?? '',
      s ? yes(s.locked) : '',
    ];
    const moves = row.moves.map((m) => [
      ...left,
      m.slot,
      m.partLabel,
      m.fn.label,
      m.deviceNumber,
      yes(m.setup.reverse),
      m.carrier ?? '',
      row.transmitter,
    ]);
    return moves.length ? moves : [[...left, '', '', '', '', '', '', row.transmitter]];
  });
  return { fields: [...FIELDS], data };
}

/** Columns as tables of older versions call them. */
const OLD_NAMES: ReadonlyMap<string, Field> = new Map([
  ['curve_pct', 'soft_pct'],
  ['weight_pct', 'share_pct'],
  ['offset_pct', 'shift_pct'],
  ['speed_s', 'end_to_end_s'],
]);

type Cells = Partial<Record<Field, string>>;

/**
 * Edits that make a rig's channels those of a table. Columns may be left out and stand in any order; `channel` must be there.
 * What the rig has beyond the table stays. Every cell that cannot be used is told with its row and column; then there are no edits.
 * @source [std RFC 4180] by papaparse
 */
export function readChannelTable(text: string, rig: Rig): Reading<Edit[]> {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''));
  const problems: Problem[] = errors
    .filter((e) => e.type !== 'Delimiter')
    .map((e) => ({ where: `row ${(e.row ?? 0) + 1}`, what: e.message }));
  const head = (data[0] ?? []).map((h) => OLD_NAMES.get(h.trim()) ?? h.trim());
  const transmitter = pilotTransmitter(rig);
  if (!transmitter) problems.push({ where: '', what: 'this rig has no transmitter to give channels to' });
  if (!head.includes('channel')) problems.push({ where: 'row 1', what: 'no column "channel"' });
  for (const name of new Set(head.filter((h, i) => head.indexOf(h) < i)))
    problems.push({ where: 'row 1', what: `the column "${name}" is there twice` });
  for (const name of head)
    if (!(FIELDS as readonly string[]).includes(name))
      problems.push({ where: 'row 1', what: `"${name}" is no column of a channel table` });
  if (problems.length || !transmitter) return readFailed(...problems);
  const rowed: { where: string; edit: Edit }[] = [];
  data.slice(1).forEach((cells, i) => {
    if (cells.every((cell) => !cell.trim())) return;
    const byName: Cells = Object.fromEntries(head.map((name, c) => [name, untame(cells[c]?.trim() ?? '')]));
    const whose = byName.transmitter
      ? partsThat(rig, hasControls).find(({ part }) => [part.id, part.label].includes(byName.transmitter!))?.part.id
      : transmitter;
    const row = new TableRow(rig, whose ?? transmitter, byName, i + 2);
    if (!whose) row.say('transmitter', `no transmitter "${byName.transmitter}"`);
    if (cells.length !== head.length) row.say('', `${cells.length} cells where the header has ${head.length}`);
    else rowed.push(...row.edits().map((edit) => ({ where: `row ${i + 2}`, edit })));
    problems.push(...row.problems);
  });
  if (problems.length) return readFailed(...problems);
  const refused = firstRefused(rig, rowed);
  return refused ? readFailed(refused) : readOk(rowed.map(({ edit }) => edit));
}

/** The first row that does not fit what the rows before it made of the rig. */
function firstRefused(rig: Rig, rowed: readonly { where: string; edit: Edit }[]): Problem | undefined {
  let now = rig;
  for (const { where, edit } of rowed) {
    try {
      now = applyEdits(now, [edit]).rig;
    } catch (e) {
      if (e instanceof EditRefused) return { where, what: e.reason };
      throw e;
    }
  }
  return undefined;
}

const NUMBERS = {
  low_us: ['lowUs', 800, 2200],
  high_us: ['highUs', 800, 2200],
  sub_trim_us: ['subTrimUs', -200, 200],
  dead_band_pct: ['deadBandPct', 0, 50],
  soft_pct: ['softPct', -100, 100],
  share_pct: ['sharePct', -125, 125],
  shift_pct: ['shiftPct', -100, 100],
  end_to_end_s: ['endToEndS', 0, 25],
} as const satisfies Partial<Record<Field, [string, number, number]>>;

class TableRow {
  readonly problems: Problem[] = [];

  constructor(
    private readonly rig: Rig,
    private readonly transmitter: string,
    private readonly cells: Cells,
    private readonly row: number,
  ) {}

  say(field: string, what: string): void {
    this.problems.push({ where: field ? `row ${this.row}, ${field}` : `row ${this.row}`, what });
  }

  edits(): Edit[] {
    const channel = Number(this.cells.channel);
    if (!(Number.isInteger(channel) && channel >= 1 && channel <= 16)) {
      this.say('channel', `"${this.cells.channel}" is no channel 1…16`);
      return [];
    }
    const change: Record<string, unknown> = {};
    this.control(change);
    this.numbers(change);
    for (const [field, key] of [
      ['reverse', 'reverse'],
      ['locked', 'locked'],
    ] as const) {
      const on = this.yesNo(field);
      if (on !== undefined) change[key] = on;
    }
    const now = shapingOf(this.rig, this.transmitter, channel);
    // what was never set and is not set now is the same
    const before = { locked: false, ...now } as Record<string, unknown>;
    const differs = Object.entries(change).filter(([key, value]) => before[key] !== value);
    // a row that was never there and says nothing makes none
    const worth = now ? differs : differs.filter(([, value]) => value !== null && value !== false);
    const shape: Edit[] = worth.length
      ? [{ kind: 'shape', transmitter: this.transmitter, channel, change: Object.fromEntries(differs) }]
      : [];
    return [...shape, ...this.binding(channel)];
  }

  private control(change: Record<string, unknown>): void {
    const text = this.cells.control;
    if (text === undefined) return;
    if (text === '') {
      change.control = null;
      return;
    }
    const found = sheetOf(this.rig, this.transmitter).controls.find((c) => c.label === text || c.id === text);
    if (found) change.control = found.id;
    else this.say('control', `the transmitter has no "${text}"`);
  }

  private numbers(change: Record<string, unknown>): void {
    for (const [field, [key, least, most]] of Object.entries(NUMBERS)) {
      const text = this.cells[field as Field];
      if (!text) continue;
      const value = Number(text);
      if (!Number.isFinite(value)) this.say(field, `"${text}" is no number`);
      else if (value < least || value > most) this.say(field, `${value} lies outside ${least}…${most}`);
      else change[key] = value;
    }
  }

  private yesNo(field: Field): boolean | undefined {
    const text = this.cells[field]?.toLowerCase();
    if (!text) return undefined;
    if (text === 'yes' || text === 'no') return text === 'yes';
    this.say(field, `"${text}" is neither yes nor no`);
    return undefined;
  }

  /** The function of the row, by the labels people read. A pulse pin's slot is the receiver's matter and left alone. */
  private binding(channel: number): Edit[] {
    const { part: label, function: fnLabel, slot: slotText, carrier } = this.cells;
    if (!label || !fnLabel || carrier === 'pulse') return [];
    const part = this.rig.parts.find((p) => p.label === label || p.id === label);
    if (!part) {
      this.say('part', `no part "${label}"`);
      return [];
    }
    const fn = sheetOf(this.rig, part.id).functions.find((f) => f.label === fnLabel || f.id === fnLabel);
    if (!fn) {
      this.say('function', `"${label}" has no function "${fnLabel}"`);
      return [];
    }
    const slot = slotText ? Number(slotText) : channel;
    if (!(Number.isInteger(slot) && slot >= 1 && slot <= 16)) {
      this.say('slot', `"${slotText}" is no slot 1…16`);
      return [];
    }
    const now = this.rig.bindings.find((b) => b.part === part.id && b.fn === fn.id);
    const reverse = this.yesNo('device_reverse') ?? now?.reverse ?? false;
    if (now?.slot === slot && now.reverse === reverse) return [];
    return [{ kind: 'bind', binding: { ...now, part: part.id, fn: fn.id, slot, reverse } }];
  }
}
