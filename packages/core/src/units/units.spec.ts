import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  clamp,
  count,
  groupBy,
  isOneOf,
  isSameName,
  lastCall,
  listed,
  num,
  pctToPulse,
  percent,
  pulseToPct,
  remap,
  roundTo,
  signed,
  voltBand,
} from './index.js';

describe('figures for people', () => {
  it('have a true minus and no negative zero', () => {
    expect([num(-1.25, 1), num(-0.001, 2), signed(0.2, 1), signed(0), num(NaN)]).toEqual([
      '\u22121.3',
      '0.00',
      '+0.2',
      '0',
      '–',
    ]);
    expect([voltBand([4.75, 5.25]), voltBand([7, 17]), percent(0.5)]).toEqual(['4.75–5.25 V', '7–17 V', '50 %']);
  });

  it('count and list as people do', () => {
    expect([count(1, 'cable'), count(0, 'cable'), listed([]), listed(['a']), listed(['a', 'b', 'c'])]).toEqual([
      '1 cable',
      '0 cables',
      '',
      'a',
      'a, b and c',
    ]);
  });
});

describe('arithmetic', () => {
  it('per cent and pulse are inverse', () => {
    fc.assert(
      fc.property(fc.double({ min: -150, max: 150, noNaN: true }), (pct) => {
        expect(pulseToPct(pctToPulse(pct))).toBeCloseTo(pct, 9);
      }),
    );
  });

  it('remap meets both ends and a zero-width source', () => {
    expect([remap(1, 1, 3, 10, 20), remap(3, 1, 3, 10, 20), remap(5, 2, 2, 7, 9)]).toEqual([10, 20, 7]);
    expect([clamp(5, 0, 3), clamp(-5, 0, 3), roundTo(1.23456, 3)]).toEqual([3, 0, 1.235]);
  });
});

describe('groups and memory', () => {
  it('groups keep first-seen order', () => {
    expect([...groupBy(['b1', 'a1', 'b2'], (s) => s[0])]).toEqual([
      ['b', ['b1', 'b2']],
      ['a', ['a1']],
    ]);
  });

  it('the last call is remembered by identity', () => {
    let calls = 0;
    const twice = lastCall((x: object) => ({ x, n: ++calls }));
    const a = {};
    expect(twice(a)).toBe(twice(a));
    expect(twice({})).not.toBe(twice(a));
    expect(calls).toBe(3);
  });
});

describe('names as people write them', () => {
  it('are one but for capitals, blanks, hyphens and dots', () => {
    expect(isSameName('MAVLink 2', 'mavlink-2')).toBe(true);
    expect(isSameName('MAVLink 2', 'mavlink 1')).toBe(false);
    expect(isSameName('Kamera Süd', 'KAMERA.SÜD')).toBe(true);
    expect(isSameName('+', '-')).toBe(false);
    expect(isOneOf(['LED strip', 'lap transponder'], 'led-strip')).toBe(true);
    expect(isOneOf([], 'led strip')).toBe(false);
  });
});
