import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { UART, LineWriter, writeUart } from '../signals/index.js';
import { measureSpeeds, nominalBaud } from './speed.js';

/** Changes of random bytes at a speed, each moved by up to a share of a bit. */
function timesOf(bytes: Uint8Array, baud: number, shake: () => number): Float64Array {
  const line = new LineWriter(1);
  writeUart(line, bytes, { baud, ...UART['8N1'], inverted: false }, 1000);
  const bitNs = 1e9 / baud;
  return line.edges().timesNs.map((t) => t + shake() * bitNs);
}

/** Numbers between 0 and 1, the same for the same seed. */
function noise(seed: number): () => number {
  let now = (seed * 48_271) % 2_147_483_647;
  return () => (now = (now * 16_807) % 2_147_483_647) / 2_147_483_647;
}

describe('the speed of a line', () => {
  it('is found from its changes to two in a thousand, whatever the bytes, with edges that shake', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(9600, 57_600, 115_200, 420_000, 1_000_000),
        fc.uint8Array({ minLength: 60, maxLength: 200 }),
        fc.integer({ min: 1, max: 2_147_483_646 }),
        (baud, bytes, seed) => {
          // each edge by itself: a shake that keeps time with the bits is another speed, and no measure could tell
          const next = noise(seed);
          // text and frames hold both long and short spans; a run of one byte may not
          fc.pre(new Set(bytes).size > 20);
          const [best] = measureSpeeds({ first: 1, timesNs: timesOf(bytes, baud, () => 0.12 * (next() - 0.5)) });
          expect(Math.abs(best!.baud / baud - 1)).toBeLessThan(0.002);
          expect(best!.miss).toBeLessThan(0.1);
        },
      ),
      { numRuns: 120 },
    );
  });

  it('is not believed of noise: no bit time fits', () => {
    const next = noise(7);
    let at = 0;
    const timesNs = Float64Array.from({ length: 4000 }, () => (at += 1000 + 30_000 * next()));
    for (const { miss } of measureSpeeds({ first: 1, timesNs })) expect(miss).toBeGreaterThan(0.15);
  });

  it('is found though no span is one bit long', () => {
    let at = 0;
    const timesNs = Float64Array.from({ length: 40 }, (_, i) => (at += i % 2 ? 20_000 : 30_000));
    expect(measureSpeeds({ first: 1, timesNs })[0]!.baud).toBeCloseTo(100_000, 3);
  });

  it('needs a few changes', () => {
    expect(measureSpeeds({ first: 1, timesNs: Float64Array.of(1, 2, 3) })).toEqual([]);
    expect(measureSpeeds({ first: 1, timesNs: new Float64Array(0) })).toEqual([]);
  });

  it('is called by its usual name when near, else by its figure', () => {
    expect(nominalBaud(100_900)).toEqual({ baud: 100_000, usual: true });
    expect(nominalBaud(416_000)).toEqual({ baud: 420_000, usual: true });
    expect(nominalBaud(75_132)).toEqual({ baud: 75_130, usual: false });
  });
});
