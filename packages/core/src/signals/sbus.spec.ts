import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SBUS, countToPulseUs, decodeSbus, encodeSbus, pulseUsToCount, sbusFrameMs, type SbusFrame } from './index.js';

const frameArb: fc.Arbitrary<SbusFrame> = fc.record({
  slots: fc.array(fc.integer({ min: 0, max: 2047 }), { minLength: 16, maxLength: 16 }),
  digital: fc.tuple(fc.boolean(), fc.boolean()),
  lost: fc.boolean(),
  failsafe: fc.boolean(),
});
/** Noise that cannot be taken for a header. */
const quietNoise = fc.array(
  fc.integer({ min: 0, max: 255 }).filter((b) => b !== SBUS.header),
  { maxLength: 60 },
);
const join = (...parts: ArrayLike<number>[]): Uint8Array => Uint8Array.from(parts.flatMap((p) => Array.from(p)));

describe('SBUS frames', () => {
  it('come back as they were sent', () => {
    fc.assert(
      fc.property(frameArb, (frame) => {
        expect(decodeSbus(encodeSbus(frame)).frames).toEqual([frame]);
      }),
    );
  });

  it('keep counts inside eleven bits and fill missing slots with zero', () => {
    const { frames } = decodeSbus(
      encodeSbus({ slots: [-5, 9000, 12.6], digital: [false, false], lost: false, failsafe: false }),
    );
    expect(frames[0]?.slots).toEqual([0, 2047, 13, ...new Array<number>(13).fill(0)]);
  });

  it('come out of noise before, between and after, and every byte is accounted for', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(quietNoise, frameArb), { maxLength: 6 }), quietNoise, (pairs, tail) => {
        const bytes = join(...pairs.flatMap(([noise, frame]) => [noise, encodeSbus(frame)]), tail);
        const { frames, skippedBytes } = decodeSbus(bytes);
        expect(frames.length).toBeGreaterThanOrEqual(pairs.length);
        expect(frames.length * SBUS.bytes + skippedBytes).toBe(bytes.length);
      }),
    );
  });

  it('are all found between quiet noise when their slots hold no header value', () => {
    const plain = encodeSbus({
      slots: new Array<number>(16).fill(1024),
      digital: [false, true],
      lost: false,
      failsafe: true,
    });
    fc.assert(
      fc.property(fc.array(quietNoise, { minLength: 1, maxLength: 8 }), (noises) => {
        const bytes = join(...noises.flatMap((noise) => [noise, plain]));
        const { frames } = decodeSbus(bytes);
        expect(frames).toHaveLength(noises.length);
        expect(frames.every((f) => f.digital[1] && f.failsafe && f.slots[15] === 1024)).toBe(true);
      }),
    );
  });

  it('are lost alone when a byte falls out of one of them', () => {
    const good = encodeSbus({
      slots: new Array<number>(16).fill(992),
      digital: [false, false],
      lost: false,
      failsafe: false,
    });
    const bytes = join(good, good.slice(0, 11), good.slice(12), good);
    expect(decodeSbus(bytes)).toMatchObject({ skippedBytes: 24, offsets: [0, 49] });
  });

  it('never throw on any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
        const { frames, skippedBytes } = decodeSbus(bytes);
        expect(frames.length * SBUS.bytes + skippedBytes).toBe(bytes.length);
      }),
    );
  });

  it('prefer the whole frame over a header value that stands in its slots', () => {
    // slot 1 = 0x70f puts 0x0f into the first slot byte
    const tricky = encodeSbus({
      slots: [0x70f, ...new Array<number>(15).fill(0)],
      digital: [false, false],
      lost: false,
      failsafe: false,
    });
    expect(tricky[1]).toBe(SBUS.header);
    expect(decodeSbus(join(tricky, tricky)).offsets).toEqual([0, 25]);
  });

  it('take three milliseconds on the wire', () => expect(sbusFrameMs).toBe(3));
});

describe('scale schools', () => {
  it('agree with themselves to half a count', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('micro' as const, 'percent' as const),
        fc.double({ min: 988, max: 2012, noNaN: true }),
        (scale, us) => {
          const step = scale === 'micro' ? 0.625 : 5 / 6.72;
          expect(Math.abs(countToPulseUs(scale, pulseUsToCount(scale, us)) - us)).toBeLessThanOrEqual(step / 2 + 1e-9);
        },
      ),
    );
  });

  it('a gimbal on the other school reaches only 84 %', () => {
    const throwUs =
      countToPulseUs('micro', pulseUsToCount('percent', 2000)) -
      countToPulseUs('micro', pulseUsToCount('percent', 1000));
    expect(throwUs / 1000).toBeCloseTo(0.84, 2);
  });

  it('a percent device fed by microseconds sits off centre', () => {
    expect(countToPulseUs('percent', pulseUsToCount('micro', 1500))).toBeCloseTo(1476.2, 1);
  });
});
