import { lookerAt, stillSights, type Bench, type BenchState, type Sights } from '../bench/index.js';
import { looksOf, type CheckStep } from './step.js';

/** Sights that a step needs. */
export const looksAt = (step: CheckStep): readonly string[] => [...new Set(looksOf(step).map((e) => e.sight))];

/** How to read everything that is looked at of a bench, moment by moment; what a meter or a page tells once for all among it. */
export function looker(bench: Bench, sights: readonly string[]): (state: BenchState) => Sights {
  const still = stillSights(bench, sights);
  const seen = lookerAt(
    bench,
    sights.filter((s) => !Object.hasOwn(still, s)),
  );
  return (state) => ({ ...seen(state), ...still });
}

/** Everything that is looked at, at this moment of a bench. */
export const lookAt = (bench: Bench, state: BenchState, sights: readonly string[]): Sights =>
  looker(bench, sights)(state);
