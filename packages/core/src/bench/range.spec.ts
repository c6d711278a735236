import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { sendsPictures, type Sheet } from '../parts/index.js';
import { partsThat, type Rig } from '../rig/index.js';
import { AWAY, compileBench, isFrameLost, lostAt, observe, runBench, setControls, startBench, type Controls } from './index.js';
import { airAt, fadeFrames, marginDb, reachM } from './range.js';

const rig = mendedRig();
const at = (own: Rig, ...moves: Controls[]) => {
  const bench = compileBench(own);
  let state = startBench(bench, { awake: true });
  for (const move of moves) state = runBench(bench, setControls(state, move), 4000);
  return observe(bench, state);
};

/** The rig with links through the air that reach so far. */
const reaching = (metres: number): Rig => ({
  ...rig,
  sheets: Object.fromEntries(
    Object.entries(rig.sheets).map(([cls, s]): [string, Sheet] => [
      cls,
      { ...s, links: s.links.map((l) => (l.kind === 'radio' ? { ...l, params: { ...l.params, reachM: metres } } : l)) },
    ]),
  ),
});

describe('frames that get lost in runs', () => {
  it('are of the share that was asked whatever the run, and stand together', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.02, max: 0.9, noNaN: true }), fc.integer({ min: 1, max: 20 }), fc.nat(40), (share, burst, receiver) => {
        const lost = Array.from({ length: 40_000 }, (_, k) => isFrameLost(share, receiver, k, burst));
        expect(Math.abs(lost.filter(Boolean).length / lost.length - share)).toBeLessThan(0.05);
        // once it begins it lasts: no run is shorter, but at the edge
        const runs = lost.map(Number).join('').replace(/^1+|1+$/g, '').match(/1+/g) ?? [];
        expect(Math.min(...runs.map((r) => r.length), 99)).toBeGreaterThanOrEqual(burst);
      }),
      { numRuns: 30 },
    );
  });
});

describe('how far away it is', () => {
  it('costs 6 dB each time it is doubled, and half of the frames at the end of the reach', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 1e5, noNaN: true }), fc.double({ min: 10, max: 1e5, noNaN: true }), (away, reach) => {
        expect(marginDb(away, reach) - marginDb(2 * away, reach)).toBeCloseTo(20 * Math.log10(2), 9);
        expect(lostAt(reach, reach)).toBeCloseTo(0.5, 9);
        expect(lostAt(2 * away, reach)).toBeGreaterThanOrEqual(lostAt(away, reach));
        expect(lostAt(reach / 20, reach)).toBe(0);
      }),
    );
    expect([lostAt(0, 100), marginDb(0, 100)]).toEqual([0, Infinity]);
    expect([fadeFrames(9), fadeFrames(100)]).toEqual([3, 1]);
  });

  it('is nothing at hand, loses some frames on the way out, and the radio past the reach; back again it is heard', () => {
    expect(at(rig, { [AWAY]: 50 })['RX.radio']).toBe('heard');
    expect(at(rig, {}, { [AWAY]: 50_000 })['RX.radio']).toBe('lost');
    expect(at(rig, {}, { [AWAY]: 50_000 }, { [AWAY]: 50 })['RX.radio']).toBe('heard');
    // as far as the sheet says, not as far as all of its kind
    expect(at(reaching(60_000), {}, { [AWAY]: 20_000 })['RX.radio']).toBe('heard');
    expect(at(reaching(40), {}, { [AWAY]: 400 })['RX.radio']).toBe('lost');
  });

  it('breaks up a picture, then leaves noise of it', () => {
    const { part, sheet } = partsThat(rig, sendsPictures)[0]!;
    const reach = reachM(sheet, 'picture');
    const seen = [0, reach / 4, reach * 0.7, reach * 3].map((away) => at(rig, { [AWAY]: away })[`${part.id}.air`]);
    expect(seen).toEqual(['clean', 'clean', 'breaks up', 'noise']);
    expect(seen).toEqual([0, reach / 4, reach * 0.7, reach * 3].map((away) => airAt(away, reach)));
  });
});
