import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spreadEnds } from './spread-ends';

describe('names at the ends of lines', () => {
  it('keep their places where there is room', () => expect(spreadEnds([90, 10, 50], 14, 200)).toEqual([90, 10, 50]));

  it('never cover each other, and keep the order of their lines', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 200, noNaN: true }), { minLength: 2, maxLength: 12 }), (ys) => {
        const at = spreadEnds(ys, 14, 200);
        const order = ys.map((_, i) => i).sort((a, b) => ys[a]! - ys[b]!);
        order.slice(1).forEach((i, k) => expect(at[i]! - at[order[k]!]!).toBeGreaterThanOrEqual(14 - 1e-9));
        expect(Math.max(...at)).toBeLessThanOrEqual(200);
      }),
    );
  });
});
