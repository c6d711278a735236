import { roundTo } from '../../units/index.js';
import type { Figure, Rule, RuleResult } from '../finding.js';

const needs = (floorV: number): Figure<'floor'> => ({ name: 'floor', value: floorV, unit: 'V', source: 'part sheet' });

/** Supplies that run, and would not come up where everything is switched on together. */
export const startFailsRule: Rule = ({ starts }) =>
  starts.fails.map(({ part, runningV, coldV, floorV, when }): RuleResult => ({
    rule: 'start-fails',
    mark: when === 'full' ? 'stop' : 'watch',
    station: 'wake',
    alsoAt: ['rails'],
    subjects: [part],
    figures: [
      { name: 'part', value: part },
      { name: 'running', value: roundTo(runningV, 3), unit: 'V', source: 'network solve' },
      { name: 'starting', value: roundTo(coldV, 3), unit: 'V', source: 'network solve' },
      needs(floorV),
      { name: 'when', value: when === 'full' ? 'Full pack, usual draw' : 'Flat pack, everything at its peak' },
    ],
    fixes: () => [],
  }));

/** Supplies that are up and fall below their floor while something else starts. */
export const startResetsRule: Rule = ({ starts, wake }) =>
  starts.resets.map(({ part, leastV, floorV, step, againS }): RuleResult => ({
    rule: 'start-resets',
    mark: againS === null ? 'watch' : 'stop',
    station: 'wake',
    alsoAt: ['rails'],
    subjects: [part],
    figures: [
      { name: 'part', value: part },
      { name: 'volts', value: roundTo(leastV, 3), unit: 'V', source: 'transient' },
      needs(floorV),
      { name: 'step', value: wake.steps.find((s) => s.id === step)?.text ?? '' },
      ...(againS === null
        ? []
        : [{ name: 'again', value: roundTo(againS, 4), unit: 's', source: 'transient' } as const]),
    ],
    fixes: () => [],
  }));
