import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { countToPulseUs } from '../signals/index.js';
import { decodeBytes, trackOf, USUAL } from './index.js';
import { FrameRows, MARK, ROW_SLOTS } from './frame-table.js';

describe('a table of frames', () => {
  it('gives back what was put in, row by row, however long it grows', () => {
    const row = fc.record({
      name: fc.constantFrom('channels', 'battery', 'link'),
      values: fc.oneof(fc.constant(null), fc.array(fc.integer({ min: 0, max: 2047 }), { maxLength: ROW_SLOTS + 4 })),
      marks: fc.integer({ min: 0, max: 15 }),
    });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 700 }), (rows) => {
        const writer = new FrameRows('count');
        rows.forEach(({ name, values, marks }, i) => writer.add(i * 10, i * 10 + 5, name, values, marks));
        const table = writer.table();
        expect(table.length).toBe(rows.length);
        rows.forEach(({ name, values, marks }, i) => {
          expect(table.names[table.kind[i]!]).toBe(name);
          expect([table.fromNs[i], table.toNs[i], table.marks[i]]).toEqual([i * 10, i * 10 + 5, marks]);
          const own = Array.from({ length: ROW_SLOTS }, (_, s) => values?.[s] ?? NaN);
          expect([...table.values.subarray(i * ROW_SLOTS, (i + 1) * ROW_SLOTS)]).toEqual(own);
        });
      }),
      { numRuns: 40 },
    );
  });

  it('knows more names than a byte counts', () => {
    const writer = new FrameRows('count');
    for (let i = 0; i < 1000; i++) writer.add(i, i + 1, `COMMAND_ACK ${i}`, null);
    const table = writer.table();
    expect(Array.from({ length: 1000 }, (_, i) => table.names[table.kind[i]!])).toEqual(
      Array.from({ length: 1000 }, (_, i) => `COMMAND_ACK ${i}`),
    );
  });
});

describe('widths over time', () => {
  const decoding = (rows: [name: string, values: number[] | null][], unit: 'count' | 'µs') => {
    const writer = new FrameRows(unit);
    rows.forEach(([name, values], i) => writer.add(i * 7e6, i * 7e6 + 3e6, name, values, i === 1 ? MARK.lost : 0));
    return { ...decodeBytes(new Uint8Array(0), USUAL.sbus as never), frames: writer.table() };
  };

  it('are of the frames that carry channels, read by the school of scale', () => {
    const counts = new Array<number>(16).fill(992);
    const track = trackOf(
      decoding(
        [
          ['channels', counts],
          ['battery', null],
          ['channels', counts],
        ],
        'count',
      ),
      'percent',
    );
    expect([...track.timesMs]).toEqual([0, 14]);
    expect(track.slots).toHaveLength(16);
    expect(track.slots[3]![1]).toBeCloseTo(countToPulseUs('percent', 992), 3);
  });

  it('are as many as the fullest frame has, and none where a frame has fewer', () => {
    const track = trackOf(
      decoding(
        [
          ['ppm', [1500, 1400, 1300]],
          ['ppm', [1500]],
        ],
        'µs',
      ),
      'micro',
    );
    expect(track.slots.map((s) => [...s])).toEqual([
      [1500, 1500],
      [1400, NaN],
      [1300, NaN],
    ]);
  });

  it('of bytes without times come at the period that is given', () => {
    const counts = new Array<number>(16).fill(992);
    const frames = decoding(
      [
        ['channels', counts],
        ['channels', counts],
        ['channels', counts],
      ],
      'count',
    );
    expect([...trackOf(frames, 'micro', 9).timesMs]).toEqual([0, 9, 18]);
  });
});
