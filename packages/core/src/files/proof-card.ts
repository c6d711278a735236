import { STEP_KINDS, type CheckStep, type Verdict } from '../prove/index.js';
import type { Rig } from '../rig/index.js';
import { count, groupBy } from '../units/index.js';
import { cautionsOf, type Card } from './wiring-card.js';

/** A verdict with the revision of the rig it was passed on. */
export type DatedVerdict = Verdict & { revision: number };

/**
 * What was proven, on paper, with a line to sign: every step of the plan with what was expected and seen. A step that was not asked
 * says so, and so does a verdict on an older revision.
 * @param source what gave the verdicts: the rig on the bench, the simulated one
 */
export function proofCard(
  rig: Rig,
  plan: readonly CheckStep[],
  verdicts: Readonly<Record<string, DatedVerdict>>,
  source: string,
): Card {
  const numbered = plan.map((step, i) => ({ step, n: i + 1, verdict: verdicts[step.id] }));
  const tables = [...groupBy(numbered, ({ step }) => step.kind)].map(([kind, steps]) => ({
    heading: kind ? STEP_KINDS[kind] : 'Steps',
    note: '',
    columns: ['step', 'verdict', 'do', 'expected', 'saw'],
    rows: steps.map(({ step, n, verdict }) => [
      String(n),
      wordOf(verdict) + (verdict && verdict.revision !== rig.revision ? `, at revision ${verdict.revision}` : ''),
      [step.setUpText ? `first ${step.setUpText}` : '', step.title].filter(Boolean).join('; '),
      step.expectText,
      verdict?.saw ?? '',
    ]),
  }));
  return {
    title: `${rig.name} · proof record`,
    subtitle: `${rig.kind} · revision ${rig.revision} · ${source} · ${tally(numbered.map((s) => s.verdict))}`,
    tables: tables.length
      ? tables
      : [{ heading: 'Steps', note: 'nothing on this rig can be steered', columns: ['step'], rows: [] }],
    cautions: cautionsOf(rig),
    signed: ['Proven by, in block letters', 'Signature', 'Role', 'Place and date'],
  };
}

const wordOf = (verdict: Verdict | undefined): string =>
  !verdict ? 'not asked' : verdict.skipped ? 'skipped' : verdict.passed ? 'passed' : 'failed';

function tally(verdicts: readonly (Verdict | undefined)[]): string {
  const of = (word: string): number => verdicts.filter((v) => wordOf(v) === word).length;
  const more = ['failed', 'skipped', 'not asked'].filter((word) => of(word)).map((word) => `${of(word)} ${word}`);
  return [`${of('passed')} of ${count(verdicts.length, 'step')} passed`, ...more].join(', ');
}
