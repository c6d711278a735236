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
