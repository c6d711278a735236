import { expect, it } from 'vitest';
import { judge, startJudging } from './judge.js';
import type { CheckStep } from './step.js';

const step = (round?: number): CheckStep => ({
  ...{ id: 's', part: 'GB', title: '', expectText: '', setUp: {}, dependsOn: [] },
  moves: [{ control: 'a', to: 1 }],
  expects: [{ sight: 'pan', moves: 1, ...(round ? { round } : {}) }],
});

const passes = (from: number, to: number, round?: number): boolean => {
  const begun = startJudging(step(round), { pan: from }, 0);
  const moved = judge(begun, { a: 1 }, { pan: from }, 10).judging;
  const held = judge(moved, { a: 1 }, { pan: to }, 200).judging;
  return judge(held, { a: 1 }, { pan: to }, 400).verdict?.passed ?? false;
};

it('a turn without an end is judged by the shorter way round', () => {
  expect(passes(10, 100)).toBe(true);
  expect(passes(178, -93)).toBe(false);
  expect(passes(178, -93, 360)).toBe(true);
  expect(passes(-93, 178, 360)).toBe(false);
});

it('what is read at a mark is what the control sends there, not what is still on its way', () => {
  const at = (to: number, near: number) => ({ control: 'a', to, reads: [{ sight: 'slot', near, within: 20 }] });
  const marks: CheckStep = { ...step(), moves: [at(-1, 1000), at(1, 2000)], expects: [] };
  /** Two places of a control, each shown 40 ms after it is gone to. */
  const judged = (low: number, high: number): boolean => {
    let judging = startJudging(marks, { slot: high }, 0);
    for (let ms = 0; ms < 8000; ms += 10) {
      const [place, before] = ms < 300 ? [low, high] : [high, low];
      const slot = ms % 300 < 40 && ms < 600 ? before : place;
      const looked = judge(judging, { a: ms < 300 ? -1 : 1 }, { slot }, ms);
      if (looked.verdict) return looked.verdict.passed;
      judging = looked.judging;
    }
    throw new Error('no verdict');
  };
  expect(judged(1000, 2000)).toBe(true);
  // reversed: what the other place sent stands there for a moment
  expect(judged(2000, 1000)).toBe(false);
});
