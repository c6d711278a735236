import { seen, stillSights, type Bench, type BenchState, type Sights } from '../bench/index.js';
import { looksOf, type CheckStep } from './step.js';

/** Sights that a step needs. */
export const looksAt = (step: CheckStep): readonly string[] => [...new Set(looksOf(step).map((e) => e.sight))];

/** Everything that is looked at, at this moment of a bench; what a meter or a page tells once for all among it. */
export const lookAt = (bench: Bench, state: BenchState, sights: readonly string[]): Sights => ({
  ...seen(bench, state, sights),
  ...stillSights(bench, sights),
});
