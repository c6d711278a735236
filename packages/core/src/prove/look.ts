import { observe, stillSights, type Bench, type BenchState, type Sights } from '../bench/index.js';
import { looksOf, type CheckStep } from './step.js';

/** What a step looks at, as a look: parts whose sights are taken, and what a meter or a page tells once for all. */
export interface Looks {
  parts: ReadonlySet<string>;
  sights: readonly string[];
}

/** Which sights a step needs. */
export function looksAt(step: CheckStep): Looks {
  const sights = looksOf(step).map((e) => e.sight);
  return { sights, parts: new Set(sights.map((s) => s.slice(0, s.indexOf('.')))) };
}

/** Everything that is looked at, at this moment of a bench. */
export const lookAt = (bench: Bench, state: BenchState, { parts, sights }: Looks): Sights => ({
  ...observe(bench, state, parts),
  ...stillSights(bench, sights),
});
