import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { expect, it } from 'vitest';
import { SparseLu } from './sparse-lu.js';

/** Random pattern with values that are not symmetric and a diagonal that carries them. */
const matrices = fc.integer({ min: 1, max: 25 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    entries: fc.array(
      fc.record({
        ...{ row: fc.nat(n - 1), column: fc.nat(n - 1) },
        ...{ there: fc.double({ min: -1, max: 1, noNaN: true }), back: fc.double({ min: -1, max: 1, noNaN: true }) },
      }),
      { maxLength: 3 * n },
    ),
    right: fc.array(fc.double({ min: -10, max: 10, noNaN: true }), { minLength: n, maxLength: n }),
  }),
);

it('solves as a dense solver does, whatever the pattern', () => {
  fc.assert(
    fc.property(matrices, ({ n, entries, right }) => {
      const lu = new SparseLu(
        n,
        entries.map(({ row, column }) => [row, column] as const),
      );
      const dense = Matrix.eye(n, n).mul(3 * n);
      for (let i = 0; i < n; i++) lu.values[lu.slotOf(i, i)] = 3 * n;
      for (const { row, column, there, back } of entries) {
        if (row === column) continue;
        lu.values[lu.slotOf(row, column)]! += there;
        lu.values[lu.slotOf(column, row)]! += back;
        dense.set(row, column, dense.get(row, column) + there);
        dense.set(column, row, dense.get(column, row) + back);
      }
      const wanted = solve(dense, Matrix.columnVector(right)).to1DArray();
      const got = Float64Array.from(right);
      expect(lu.factor()).toBe(true);
      lu.solve(got);
      wanted.forEach((x, i) => expect(got[i]).toBeCloseTo(x, 9));
    }),
  );
});

it('says when a pivot is none, and takes what belongs to no row without harm', () => {
  const lu = new SparseLu(2, [[0, 1]]);
  lu.values[lu.slotOf(-1, 0)]! += 5;
  expect(lu.slotOf(-1, 0)).toBe(lu.slotOf(1, -1));
  expect(lu.factor()).toBe(false);
});
