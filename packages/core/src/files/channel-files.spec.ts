import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { briefRig } from '../../test/support/brief.js';
import { analyse } from '../analysis/index.js';
import { propose } from '../propose/index.js';
import { applyEdits, type Edit, type Rig } from '../rig/index.js';
import { channelCard, channelTable, readChannelTable, writeCsv } from './index.js';

const csv = (rig: Rig): string => writeCsv(channelTable(analyse(rig)));
const rig = mendedRig();
const problems = (text: string): string[] => {
  const reading = readChannelTable(text, rig);
  return reading.ok ? [] : reading.problems.map((p) => `${p.where}: ${p.what}`);
};

it('a table for a spreadsheet carries no formula, and its figures stay figures', () => {
  const words = ['=1+2', '+cmd', '-2+3', '@SUM(A1)', '\t=1', "'quoted", '-', '-12', '-3.5', '+4', 'plain'];
  const cells = Papa.parse<string[]>(
    writeCsv({ fields: ['a', 'b'], data: words.map((w) => [w, -1]) }).trim(),
  ).data.slice(1);
  const written = cells.map(([a]) => a!);
  expect(written.filter((w) => /^[=@\t]|^[+-].*[^\d.]/.test(w))).toEqual([]);
  expect(written.slice(5)).toEqual(words.slice(5));
  expect(cells.map(([, b]) => b)).toEqual(words.map(() => '-1'));
});

describe('the channel table', () => {
  it('read back says what the rig says already', () => {
    const rigs = [rig, ...['ridgeline-seven', 'glasshouse-line'].map(briefRig)].map((r) =>
      r === rig ? r : applyEdits(r, propose(r).edits).rig,
    );
    for (const each of rigs) expect(readChannelTable(csv(each), each)).toEqual({ ok: true, value: [] });
  });

  it('carries any shaping from one rig to the same rig without it', () => {
    const change = fc.record(
      {
        lowUs: fc.integer({ min: 900, max: 1400 }),
        highUs: fc.integer({ min: 1600, max: 2100 }),
        subTrimUs: fc.integer({ min: -100, max: 100 }),
        reverse: fc.boolean(),
        deadBandPct: fc.integer({ min: 0, max: 50 }),
        softPct: fc.integer({ min: -100, max: 100 }),
        sharePct: fc.integer({ min: -100, max: 100 }),
        endToEndS: fc.integer({ min: 0, max: 9 }),
        locked: fc.boolean(),
        control: fc.constantFrom('left-slider', 'C', 'right-knob'),
      },
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(fc.constantFrom(7, 8, 9, 10), change, (channel, changed) => {
        const edit: Edit = { kind: 'shape', transmitter: 'TX', channel, change: changed };
        const other = applyEdits(rig, [edit]).rig;
        const reading = readChannelTable(csv(other), rig);
        if (!reading.ok) throw new Error(JSON.stringify(reading.problems));
        const now = reading.value.length ? applyEdits(rig, reading.value).rig : rig;
        expect(csv(now)).toBe(csv(other));
      }),
      { numRuns: 25 },
    );
  });

  it('tells every cell that cannot be used with row and column, and gives no edits', () => {
    expect(problems('channel,control,low_us\n7,left slider,300\n8,no such,1000\n99,,\n')).toEqual([
      'row 2, low_us: 300 lies outside 800…2200',
      'row 3, control: the transmitter has no "no such"',
      'row 4, channel: "99" is no channel 1…16',
    ]);
    expect(problems('control\nleft slider\n')).toEqual(['row 1: no column "channel"']);
    expect(problems('channel,low_us,low_us\n1,900,1000\n')).toEqual(['row 1: the column "low_us" is there twice']);
    // old and new name of the same column
    expect(problems('channel,weight_pct,share_pct\n1,50,60\n')).toEqual([
      'row 1: the column "share_pct" is there twice',
    ]);
    expect(problems('channel,low_us\n\n , \n1,300\n')).toEqual(['row 4, low_us: 300 lies outside 800…2200']);
    expect(problems('channel,colour\n1,red\n')).toEqual(['row 1: "colour" is no column of a channel table']);
    expect(problems('channel,reverse\n1,perhaps\n')).toEqual(['row 2, reverse: "perhaps" is neither yes nor no']);
    expect(problems('channel,part,function\n1,Nobody,Tilt\n')).toEqual(['row 2, part: no part "Nobody"']);
    expect(problems('channel,low_us,high_us\n7,1000,1800\n8,1900,1800\n')[0]).toMatch(
      /^row 3: the low end point 1900 µs must lie below/,
    );
  });

  it('never throws, whatever the text', () => {
    fc.assert(fc.property(fc.string(), (text) => typeof readChannelTable(text, rig).ok === 'boolean'));
  });
});

describe('the channel card', () => {
  it('has every channel, the windows, the fail-safe and the hand-over', () => {
    const set = applyEdits(rig, [
      { kind: 'failSafe', failSafe: { receiver: 'RX', slot: 9, does: 'value', valueUs: 1500 } },
    ]).rig;
    const card = channelCard(set, analyse(set));
    expect(card.tables.map((t) => t.heading)).toEqual(['Channels', 'Windows', 'Without radio']);
    expect(card.tables[0]!.rows).toHaveLength(analyse(set).channels.rows.length);
    expect(card.tables[0]!.rows.find((r) => r[0] === '8')).toEqual([
      '8',
      'left slider',
      '1012 µs – 1871 µs',
      '8',
      '8',
      'Gimbal, two axis tilt',
      'position, −90.0…40.0 °',
    ]);
    expect(card.tables[2]!.rows).toEqual([['Radio receiver', '9', '1500 µs']]);
    expect(card.cautions.length).toBeGreaterThan(1);
  });
});
