import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Edges } from '../signals/index.js';
import { COLUMN, rowsIn, viewLine } from './index.js';

/** Changes at whole nanoseconds, rising. */
const line = fc
  .record({
    first: fc.constantFrom(0 as const, 1 as const),
    gaps: fc.array(fc.integer({ min: 1, max: 90 }), { maxLength: 300 }),
  })
  .map(({ first, gaps }): Edges => {
    let at = 0;
    return { first, timesNs: Float64Array.from(gaps, (gap) => (at += gap)) };
  });
const levelAfter = ({ first, timesNs }: Edges, ns: number): number =>
  (first + timesNs.filter((t) => t <= ns).length) % 2;

describe('a line as columns', () => {
  it('says of each column what counting every change in it says', () => {
    fc.assert(
      fc.property(
        line,
        fc.integer({ min: 0, max: 4000 }),
        fc.integer({ min: 1, max: 9000 }),
        fc.integer({ min: 1, max: 120 }),
        (edges, fromNs, spanNs, columns) => {
          const toNs = fromNs + spanNs;
          const view = viewLine(edges, fromNs, toNs, columns);
          const step = (toNs - fromNs) / columns;
          const inside = (a: number, b: number): number => edges.timesNs.filter((t) => t > a && t <= b).length;
          const last = (c: number): number => (c === columns - 1 ? toNs : fromNs + (c + 1) * step);
          const wanted = Array.from({ length: columns }, (_, c) => {
            const [a, b] = [c === 0 ? fromNs : last(c - 1), last(c)];
            return inside(a, b) > 1 ? COLUMN.busy : levelAfter(edges, b);
          });
          // a change on a column's very border may fall to either side of it by the last bit of a fraction
          const onBorder = edges.timesNs.some((t) => Number.isInteger(Math.round(((t - fromNs) / step) * 1e9) / 1e9));
          fc.pre(!onBorder || Number.isInteger(step));
          expect([...view.columns]).toEqual(wanted);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('has every change when there are few, none when there are many', () => {
    const edges: Edges = { first: 0, timesNs: Float64Array.from({ length: 1000 }, (_, i) => 10 * i) };
    expect([...viewLine(edges, 95, 145, 10).changes!]).toEqual([100, 110, 120, 130, 140]);
    expect(viewLine(edges, 0, 10_000, 100).changes).toBeNull();
    expect(viewLine(edges, 0, 10_000, 100).columns.every((c) => c === COLUMN.busy)).toBe(true);
  });

  it('is level where nothing changes, before the first change and after the last', () => {
    const edges: Edges = { first: 1, timesNs: Float64Array.of(100, 200, 300) };
    expect([...viewLine(edges, 0, 90, 3).columns]).toEqual([1, 1, 1]);
    expect([...viewLine(edges, 400, 900, 2).columns]).toEqual([0, 0]);
    expect([...viewLine({ first: 1, timesNs: new Float64Array(0) }, 0, 5, 2).columns]).toEqual([1, 1]);
  });
});

describe('rows of frames in view', () => {
  it('are those that touch it', () => {
    const row = fc.record({ gap: fc.integer({ min: 0, max: 50 }), long: fc.integer({ min: 1, max: 40 }) });
    fc.assert(
      fc.property(
        fc.array(row, { maxLength: 60 }),
        fc.integer({ min: 0, max: 3000 }),
        fc.integer({ min: 0, max: 800 }),
        (rows, fromNs, spanNs) => {
          let at = 0;
          const starts: number[] = [];
          const ends: number[] = [];
          for (const { gap, long } of rows) {
            starts.push((at += gap));
            ends.push((at += long));
          }
          const toNs = fromNs + spanNs;
          const [from, to] = rowsIn(Float64Array.from(starts), Float64Array.from(ends), fromNs, toNs);
          const touching = starts.flatMap((s, i) => (s <= toNs && ends[i]! > fromNs ? [i] : []));
          expect(Array.from({ length: Math.max(0, to - from) }, (_, i) => from + i)).toEqual(touching);
        },
      ),
    );
  });
});
