import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { otherFunctions } from '../../test/support/other-functions.js';
import { findChains, type Chain } from '../channels/index.js';
import { planOf, playStep } from '../prove/index.js';
import type { Rig } from '../rig/index.js';
import { compileBench, isQuiet, observe, runBench, setControls, startBench, type Bench, type BenchState } from './index.js';

const live = (rig: Rig): Chain[] => findChains(rig).filter((c) => c.control && !c.breaks);
const keysOf = (rig: Rig): Chain[] => live(rig).filter((c) => c.fn.what === 'end-stop');
const driveOf = (rig: Rig): Chain => live(rig).find((c) => c.fn.what === 'drive' && c.part.id === keysOf(rig)[0]!.part.id)!;
const oneKey = [...BENCHES, ...SYSTEMS].map((b) => Proposed.of(b.brief).rig).filter((rig) => keysOf(rig).length && driveOf(rig));
const rigs = [...oneKey, ...oneKey.map(withTwoKeys)];

/** The same with a key for each end. */
function withTwoKeys(rig: Rig): Rig {
  const [key] = keysOf(rig) as [Chain];
  const { sheet, part, transmitter } = key;
  const second = { ...key.fn, id: 'other-end', label: 'Other end' };
  const slot = 1 + Math.max(...rig.shaping.map((row) => row.channel));
  const row = rig.shaping.find((r) => r.transmitter === transmitter!.id && r.channel === key.slot)!;
  return {
    ...rig,
    sheets: { ...rig.sheets, [sheet.class]: { ...sheet, functions: [...sheet.functions, second] } },
    bindings: [...rig.bindings, { part: part.id, fn: second.id, slot, reverse: false }],
    shaping: [...rig.shaping, { ...row, channel: slot, control: 'end-b' }],
  };
}

/** A hand at the console of a rig. */
class Hand {
  readonly bench: Bench;
  state: BenchState;
  private readonly drive: Chain;
  private readonly key: string;

  constructor(rig: Rig) {
    this.bench = compileBench(rig);
    this.state = startBench(this.bench, { awake: true });
    this.drive = driveOf(rig);
    this.key = keysOf(rig)[0]!.control!.id;
    this.wait(500);
  }

  wait(ms: number): this {
    this.state = runBench(this.bench, this.state, ms);
    return this;
  }

  stick(to: number, ms: number): this {
    this.state = setControls(this.state, { [this.drive.control!.id]: to });
    return this.wait(ms);
  }

  press(): this {
    this.state = setControls(this.state, { [this.key]: 1 });
    this.wait(300);
    this.state = setControls(this.state, { [this.key]: -1 });
    return this.wait(300);
  }

  get goes(): number {
    return Number(observe(this.bench, this.state)[`${this.drive.part.id}.${this.drive.fn.id}`]);
  }

  get ends(): unknown {
    return observe(this.bench, this.state)[`${this.drive.part.id}.${this.drive.fn.id}-ends`];
  }
}

describe('the end stops of a carriage', () => {
  it('are keys on several benches of practice', () => expect(rigs.length).toBeGreaterThan(1));

  it('stop it where they were set, and only there', () => {
    for (const rig of rigs) {
      const hand = new Hand(rig);
      expect([hand.ends, hand.goes], rig.name).toEqual(['none set', 0]);
      const full = Math.abs(hand.stick(1, 400).goes);
      expect(full, rig.name).toBeGreaterThan(90);
      hand.stick(0, 200).press();
      expect(hand.ends).toBe('one set');
      expect(hand.stick(1, 400).goes, 'past the end').toBe(0);
      expect(Math.abs(hand.stick(-1, 2000).goes), 'away from it').toBeGreaterThan(90);
      hand.stick(0, 200).press();
      expect(hand.ends).toBe('both set');
      expect(hand.stick(-1, 400).goes).toBe(0);
      expect(Math.abs(hand.stick(1, 1200).goes), 'on its way').toBeGreaterThan(90);
      expect(hand.stick(1, 2500).goes, 'at the other end').toBe(0);
    }
  });

  it('are set by what has moved alone', () => {
    for (const rig of rigs) expect(new Hand(rig).press().ends, rig.name).toBe('none set');
  });

  it('are come to at the same moment whichever way the time is cut', () => {
    for (const rig of rigs) {
      const at = (cuts: readonly number[]): BenchState => {
        const hand = new Hand(rig).stick(0.5, 500).stick(0, 200).press().stick(-1, 700);
        hand.stick(0.6, 0);
        for (const ms of cuts) hand.wait(ms);
        return hand.state;
      };
      const whole = at([2000]);
      expect(at([1, 332, 667, 0.5, 999.5])).toEqual(whole);
      expect(at([1333, 667])).toEqual(whole);
    }
  });

  it('are waited for: a drive on its way to one is not at rest', () => {
    for (const rig of rigs) {
      const hand = new Hand(rig).stick(0.5, 500).stick(0, 200).press().stick(-1, 1000).stick(1, 200);
      expect(isQuiet(hand.bench, hand.state)).toBe(false);
      hand.wait(3000);
      expect(hand.goes).toBe(0);
      expect(isQuiet(hand.bench, hand.state)).toBe(true);
    }
  });

  it('hold a drive with a ramp as well', () => {
    for (const rig of rigs) {
      const hand = new Hand(otherFunctions(rig, 'drive', { slewPerS: 200 })).stick(0.5, 800).stick(0, 800).press();
      hand.stick(-1, 2000);
      expect(Math.abs(hand.goes)).toBeGreaterThan(90);
      expect(hand.stick(1, 6000).goes).toBe(0);
    }
  });
});

describe('the plan proves end stops', () => {
  const stepsOf = (rig: Rig) => planOf(rig).filter((s) => s.kind === 'ends');

  it('each way, by creeping up and full stick into it, after all else that moves', () => {
    for (const rig of rigs) {
      const plan = planOf(rig);
      const steps = stepsOf(rig);
      expect(steps.map((s) => s.moves.at(-1)!.to), rig.name).toEqual([1, -1]);
      expect(new Set(steps.map((s) => s.moves[0]!.control))).toEqual(new Set(keysOf(rig).map((k) => k.control!.id)));
      expect(plan.indexOf(steps[0]!)).toBeGreaterThan(plan.findLastIndex((s) => s.kind === 'functions'));
      // and twice in a row, with the ends of before
      const bench = compileBench(rig);
      let state = startBench(bench, { awake: true });
      for (const step of [...steps, ...steps]) {
        const played = playStep(bench, state, step);
        expect(played.verdict.passed, `${rig.name}: ${step.title}, ${played.verdict.saw}`).toBe(true);
        state = played.state;
      }
    }
  });

  it('as well in a hurry, in the order of the plan, with a ramp or without', () => {
    for (const rig of [...rigs, ...rigs.map((r) => otherFunctions(r, 'drive', { slewPerS: 120 }))]) {
      const bench = compileBench(rig);
      let state = startBench(bench, { awake: true });
      // it has gone somewhere by other steps before
      for (const step of planOf(rig).filter((s) => s.kind === 'ends' || s.id.startsWith(`${driveOf(rig).part.id}.`))) {
        const played = playStep(bench, state, step, { hasty: true });
        expect(played.verdict.passed, `${rig.name}: ${step.title}, ${played.verdict.saw}`).toBe(true);
        state = played.state;
      }
    }
  });

  it('a key that nothing tells fails it', () => {
    for (const rig of rigs) {
      const keys = new Set(keysOf(rig).map((k) => k.control!.id));
      const bench = compileBench({
        ...rig,
        shaping: rig.shaping.map((row) => (row.control && keys.has(row.control) ? { ...row, control: null } : row)),
      });
      for (const step of stepsOf(rig))
        expect(playStep(bench, startBench(bench, { awake: true }), step).verdict.passed, rig.name).toBe(false);
    }
  });
});
