import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LineWriter, TimeList, firstAfter, levelAt, withoutGlitches, type Edges } from './edges.js';
import { packBits, unpackBits } from './slot-bits.js';

describe('a list of times', () => {
  it('holds what was pushed and not taken back, whatever its first room', () => {
    const step = fc.oneof(fc.double({ min: 0, max: 1e12, noNaN: true }), fc.constant('drop' as const));
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), fc.array(step, { maxLength: 200 }), (room, steps) => {
        const list = new TimeList(room);
        const plain: number[] = [];
        for (const s of steps) {
          if (s !== 'drop') {
            list.push(s);
            plain.push(s);
          } else if (plain.length) {
            list.dropLast();
            plain.pop();
          }
          expect(list.last).toBe(plain.at(-1) ?? -Infinity);
        }
        expect([...list.view()]).toEqual(plain);
      }),
    );
  });
});

describe('a line', () => {
  const levels = fc.array(
    fc.record({ gap: fc.integer({ min: 0, max: 5 }), level: fc.constantFrom(0 as const, 1 as const) }),
    { maxLength: 120 },
  );

  it('has the level that was set last at every instant, and changes only where it changes', () => {
    fc.assert(
      fc.property(fc.constantFrom(0 as const, 1 as const), levels, (first, sets) => {
        const writer = new LineWriter(first);
        const plain: [atNs: number, level: 0 | 1][] = [];
        let at = 10;
        for (const { gap, level } of sets) {
          at += gap;
          writer.set(at, level);
          plain.push([at, level]);
        }
        const edges = writer.edges();
        for (let ns = 0; ns <= at + 2; ns++)
          expect(levelAt(edges, ns)).toBe(plain.filter(([t]) => t <= ns).at(-1)?.[1] ?? first);
        const times = [...edges.timesNs];
        expect(times).toEqual([...new Set(times)].sort((a, b) => a - b));
      }),
    );
  });

  it('is searched as by walking', () => {
    const times = fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 60 }).map((t) => t.sort((a, b) => a - b));
    fc.assert(
      fc.property(times, fc.integer({ min: -3, max: 65 }), (list, ns) => {
        const at = list.findIndex((t) => t > ns);
        expect(firstAfter(Float64Array.from(list), ns)).toBe(at < 0 ? list.length : at);
      }),
    );
  });

  it('without a change stays as it began', () => {
    const edges: Edges = { first: 1, timesNs: new Float64Array(0) };
    expect([levelAt(edges, -1), levelAt(edges, 1e15)]).toEqual([1, 1]);
  });
});

describe('a line without its spikes', () => {
  const spans = fc.array(fc.integer({ min: 1000, max: 50_000 }), { minLength: 1, maxLength: 60 });
  const timesOf = (all: readonly number[]): number[] =>
    all.reduce<number[]>((times, span) => [...times, times.at(-1)! + span], [0]);

  it('is the line that was spiked, and every spike is counted', () => {
    fc.assert(
      fc.property(spans, fc.array(fc.nat(59), { maxLength: 10 }), (all, where) => {
        const times = timesOf(all);
        // one spike in the middle of a span, so that what is left on both its sides is no spike itself
        const spiked = [...new Set(where.map((at) => at % all.length))].filter((i) => all[i]! > 2500);
        const at = spiked.map((i) => times[i]! + all[i]! / 2);
        const timesNs = Float64Array.from([...times, ...at, ...at.map((t) => t + 50)]).sort();
        const { edges, glitches } = withoutGlitches({ first: 1, timesNs }, 1000);
        expect([...edges.timesNs]).toEqual(times);
        expect(glitches).toBe(spiked.length);
      }),
    );
  });

  it('has no span shorter than asked, keeps its levels at both ends, and is left alone where it has none', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 3000 }), { maxLength: 80 }),
        fc.constantFrom(0 as const, 1 as const),
        (all, first) => {
          const given = { first, timesNs: Float64Array.from(timesOf(all)) };
          const { edges, glitches } = withoutGlitches(given, 1000);
          for (let i = 1; i < edges.timesNs.length; i++)
            expect(edges.timesNs[i]! - edges.timesNs[i - 1]!).toBeGreaterThanOrEqual(1000);
          expect([levelAt(edges, 1e9), levelAt(edges, -1)]).toEqual([levelAt(given, 1e9), first]);
          expect(edges.timesNs.length + 2 * glitches).toBe(given.timesNs.length);
          if (!glitches) expect(edges).toBe(given);
        },
      ),
    );
  });
});

describe('eleven bits a slot', () => {
  const counts = fc.array(fc.integer({ min: 0, max: 2047 }), { minLength: 16, maxLength: 16 });

  it('lie as one long number, least significant first', () => {
    fc.assert(
      fc.property(counts, fc.integer({ min: 0, max: 5 }), (slots, at) => {
        const bytes = new Uint8Array(at + 22 + 3).fill(0xaa);
        packBits(slots, bytes, at);
        const whole = slots.reduce((sum, count, i) => sum | (BigInt(count) << BigInt(11 * i)), 0n);
        const plain = Array.from({ length: 22 }, (_, i) => Number((whole >> BigInt(8 * i)) & 0xffn));
        expect([...bytes.subarray(at, at + 22)]).toEqual(plain);
        expect([...bytes.subarray(at + 22)]).toEqual([0xaa, 0xaa, 0xaa]);
        const back: number[] = [];
        unpackBits(bytes, at, back);
        expect(back).toEqual(slots);
      }),
    );
  });

  it('are kept inside what they can say, and rounded', () => {
    const bytes = new Uint8Array(22);
    packBits([-7, 5000, 12.6, 12.4], bytes, 0);
    const back: number[] = [];
    unpackBits(bytes, 0, back);
    expect(back.slice(0, 5)).toEqual([0, 2047, 13, 12, 0]);
  });
});
