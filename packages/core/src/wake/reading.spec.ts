import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoNamed, demoRig } from '../../test/support/demo-rig.js';
import { askedReading, judgeReading, readVolts } from './index.js';

describe('a pack that is switched on and read', () => {
  const asked = askedReading(demoRig(), 'PK:on')!;

  it('is within, watch or stop by its cells', () => {
    // four cells: 16.8 V full, 13.2 V at the floor
    expect(asked.expected.map((v) => v.toFixed(2))).toEqual(['16.40', '16.80']);
    expect(judgeReading(asked, 16.6).says).toBe('within');
    expect(judgeReading(asked, 15.2).says).toBe('watch');
    expect(judgeReading(asked, 12.9)).toMatchObject({
      says: 'stop',
      why: expect.stringContaining('dead cell') as string,
    });
    expect(judgeReading(asked, 25.1)).toMatchObject({
      says: 'stop',
      why: expect.stringContaining('another pack') as string,
    });
  });

  it('gets no better the further it is from full', () => {
    const rank = { within: 0, watch: 1, stop: 2 };
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 16.8, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (v, less) => {
          expect(rank[judgeReading(asked, v - less).says]).toBeGreaterThanOrEqual(rank[judgeReading(asked, v).says]);
        },
      ),
    );
  });

  it('must agree with the pack before it within a volt', () => {
    const second = askedReading(demoNamed('glasshouse-line'), 'PB:on')!;
    expect(second.before).toEqual(['PA:on']);
    const [, fullV] = second.expected;
    expect(judgeReading(second, fullV - 0.2, [fullV]).says).not.toBe('stop');
    expect(judgeReading(second, fullV - 1.2, [fullV])).toMatchObject({
      says: 'stop',
      why: expect.stringContaining('from the other pack') as string,
    });
  });

  it('asks for nothing at any other step', () => {
    expect(askedReading(demoRig(), 'safe')).toBeNull();
  });

  it.each([
    ['16.4', 16.4],
    ['16,62', 16.62],
    [' 9 ', 9],
    ['', null],
    ['full', null],
    ['16.4 V', null],
    ['-3', null],
  ])('reads %j', (words, value) => {
    expect(readVolts(words)).toBe(value);
  });
});
