import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { preferredOhm } from '../../src/loom/index.js';

/** Values of the standard's tables, typed anew. */
const E12 = [100, 120, 150, 180, 220, 270, 330, 390, 470, 560, 680, 820];
const E24 = [
  100, 110, 120, 130, 150, 160, 180, 200, 220, 240, 270, 300, 330, 360, 390, 430, 470, 510, 560, 620, 680, 750, 820,
  910,
];

describe('preferred resistors [std IEC 60063]', () => {
  it('470 Ω for a key ladder [practice] 400–600 Ω', () => expect(preferredOhm([400, 600])).toBe(470));
  it('an E24 value where no E12 lies inside', () => expect(preferredOhm([495, 540])).toBe(510));
  it('none where no value lies inside', () => expect(preferredOhm([440, 460])).toBeNull());

  it('always one of the tables, inside the window, in any decade', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        fc.double({ min: 1.01, max: 3, noNaN: true }),
        (low, ratio) => {
          const found = preferredOhm([low, low * ratio]);
          const decades = [0.01, 0.1, 1, 10, 100, 1000, 10000];
          const inside = (series: number[]): number[] =>
            decades
              .flatMap((d) => series.map((v) => Number((v * d).toPrecision(3))))
              .filter((v) => v >= low && v <= low * ratio);
          const allowed = inside(E12).length ? inside(E12) : inside(E24);
          if (found === null) expect(inside(E24)).toEqual([]);
          else expect(allowed).toContain(found);
        },
      ),
    );
  });
});
