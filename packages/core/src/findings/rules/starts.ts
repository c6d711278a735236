import { roundTo } from '../../units/index.js';
import { neverRuns } from '../../wake/starts.js';
import type { Figure, Rule, RuleResult } from '../finding.js';

const needs = (floorV: number): Figure<'floor'> => ({ name: 'floor', value: floorV, unit: 'V', source: 'part sheet' });

/** Supplies that run, and would not come up where everything is switched on together. */
export const startFailsRule: Rule = ({ starts }) =>
  starts.fails.map((fail): RuleResult => ({
    rule: 'start-fails',
    mark: neverRuns(fail) ? 'stop' : 'watch',
    station: 'wake',
    alsoAt: ['rails'],
    subjects: [fail.part],
    figures: [
      { name: 'part', value: fail.part },
      { name: 'running', value: roundTo(fail.runningV, 3), unit: 'V', source: 'network solve' },
      { name: 'starting', value: roundTo(fail.coldV, 3), unit: 'V', source: 'network solve' },
      needs(fail.floorV),
      { name: 'when', value: fail.when === 'full' ? 'Full pack, usual draw' : 'Flat pack, everything at its peak' },
    ],
    fixes: () => [],
  }));

/** Supplies that are up and fall below their floor while something else starts. */
export const startResetsRule: Rule = ({ starts, wake }) =>
  starts.resets.map((reset): RuleResult => ({
    rule: 'start-resets',
    mark: neverRuns(reset) ? 'stop' : 'watch',
    station: 'wake',
    alsoAt: ['rails'],
    subjects: [reset.part],
    figures: [
      { name: 'part', value: reset.part },
      { name: 'volts', value: roundTo(reset.leastV, 3), unit: 'V', source: 'transient' },
      needs(reset.floorV),
      { name: 'step', value: wake.steps.find((s) => s.id === reset.step)?.text ?? '' },
      ...(reset.againS === null
        ? []
        : [{ name: 'again', value: roundTo(reset.againS, 4), unit: 's', source: 'transient' } as const]),
    ],
    fixes: () => [],
  }));
