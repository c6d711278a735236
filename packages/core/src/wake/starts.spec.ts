import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { smallRig } from '../../test/support/small-rig.js';
import { besideInrush, limited } from '../../test/support/rule-cases.js';
import { analyse } from '../analysis/index.js';
import { atPeak, rigNetwork, solveRigNetwork } from '../rails/index.js';
import type { RuleContext } from '../findings/finding.js';
import { railsAfter, startsAsBefore } from '../findings/rules/after-edits.js';
import { emptyRig, type Rig } from '../rig/index.js';
import { wakePlan } from './plan.js';
import { powerUp, type PowerUp } from './power-up.js';
import { findStarts, neverUp, type Starts } from './starts.js';

const plain = (rig: Rig): PowerUp => powerUp(rigNetwork(rig), wakePlan(rig, 'field', 1));

function startsOf(rig: Rig): Starts {
  const network = rigNetwork(rig);
  const rest = { full: solveRigNetwork(network, 1), flat: solveRigNetwork(atPeak(network), 0) };
  return findStarts(network, () => wakePlan(rig, 'field', 1), rest);
}

describe('a fix', () => {
  it('that brings a supply to where it never comes up is told from one after which all run as before', () => {
    const [sound, ill] = [limited(3), limited(1.5)];
    const network = rigNetwork(sound);
    const [full, flat] = [solveRigNetwork(network, 1), solveRigNetwork(atPeak(network), 0)];
    const context = { rig: sound, starts: startsOf(sound), full, flat } as unknown as RuleContext;
    expect(neverUp(startsOf(sound))).toEqual([]);
    expect(neverUp(startsOf(ill))).toEqual(['CAM.main']);
    expect(startsAsBefore(context, railsAfter(sound, []))).toBe(true);
    expect(startsAsBefore(context, railsAfter(ill, []))).toBe(false);
    expect(startsAsBefore({ ...context, starts: startsOf(ill) }, railsAfter(ill, []))).toBe(true);
  });
});

describe('what goes wrong at a start', () => {
  it('is a supply that runs at its limit and would not climb over its floor', () => {
    const { fails, resets } = startsOf(limited(1.5));
    expect(resets).toEqual([]);
    expect(fails).toMatchObject([{ part: 'CAM', terminal: 'main', floorV: 3, when: 'full' }]);
    expect(fails[0]!.runningV).toBeGreaterThan(4.9);
    // 1.5 A into 3² ⁄ 6 Ω
    expect(fails[0]!.coldV).toBeCloseTo((1.5 * 9) / 6, 1);
  });

  it('is a supply that falls while another input fills, and says after which step', () => {
    const rig = besideInrush(2200);
    const { fails, resets } = startsOf(rig);
    expect(fails).toEqual([]);
    expect(resets).toMatchObject([{ part: 'GB', floorV: 14.5, step: 'AR0:rail', againS: null }]);
    expect(resets[0]!.leastV).toBeLessThan(14.5);
    const [finding] = analyse(rig).findings.filter((f) => f.rule === 'start-resets');
    expect(finding!.text).toMatch(/^After ".*" it is below its floor of 14\.5\d? V/);
  });

  it('is nothing on an empty rig', () => expect(startsOf(emptyRig('x', 'x'))).toEqual({ fails: [], resets: [] }));

  it.each(BENCHES.map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]))('is nothing on %s', (_, rig) => {
    expect(startsOf(rig)).toEqual({ fails: [], resets: [] });
  });

  it.each(['power', 'current', 'resistance'] as const)('is told of what takes any volts down to none: a %s', (kind) => {
    fc.assert(
      fc.property(fc.constantFrom(0, 8), fc.constantFrom(0, 470), (amount, capacitanceUf) => {
        const rig = structuredClone(
          smallRig({ PK: 'pack-3s', GB: 'gimbal-two-axis' }, [
            ['PK.out.1 GB.supply.1 red', 'PK.out.2 GB.supply.2 black'],
          ]),
        );
        const [supply] = rig.sheets['gimbal-two-axis']!.supplies;
        supply!.volts = [0, 20];
        supply!.draw = { kind, typical: amount, peak: amount };
        supply!.inrush = capacitanceUf ? { capacitanceUf, softStartMs: 0 } : undefined;
        expect(startsOf(rig)).toEqual({ fails: [], resets: [] });
      }),
    );
  });

  it('is what the whole power-up tells, of all that is well at rest, whichever input fills', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 4000 }), fc.integer({ min: 1, max: 3 }), (capacitanceUf, boards) => {
        const rig = besideInrush(capacitanceUf, boards);
        const named = [...new Set(plain(rig).resets.map((r) => `${r.part}.${r.terminal}`))];
        expect(startsOf(rig).resets.map((r) => `${r.part}.${r.terminal}`)).toEqual(named);
      }),
      { numRuns: 30 },
    );
  });
});
