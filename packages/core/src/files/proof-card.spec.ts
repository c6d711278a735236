import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { planOf } from '../prove/index.js';
import { emptyRig } from '../rig/index.js';
import { cardDefinition, proofCard, type DatedVerdict } from './index.js';

describe('the proof record', () => {
  const rig = mendedRig();
  const plan = planOf(rig);
  const verdict = (passed: boolean, more: Partial<DatedVerdict> = {}): DatedVerdict => ({
    ...{ passed, expected: 'it', saw: passed ? 'as expected' : 'nothing', tookMs: 0, revision: rig.revision },
    ...more,
  });
  const card = proofCard(
    rig,
    plan,
    {
      [plan[0]!.id]: verdict(true),
      [plan[1]!.id]: verdict(false),
      [plan[2]!.id]: verdict(false, { saw: 'no meter here', skipped: true }),
      [plan[3]!.id]: verdict(true, { revision: rig.revision - 1 }),
      'gone from the plan': verdict(true),
    },
    'the rig on the bench',
  );
  const rows = card.tables.flatMap((t) => t.rows);

  it('has every step once, in the order of the plan, with its verdict', () => {
    expect(rows.map(([n]) => n)).toEqual(plan.map((_, i) => String(i + 1)));
    expect(rows.slice(0, 5).map(([, word]) => word)).toEqual([
      'passed',
      'failed',
      'skipped',
      `passed, at revision ${rig.revision - 1}`,
      'not asked',
    ]);
    expect(rows[2]!.at(-1)).toBe('no meter here');
  });

  it('counts what was not proven, says on what, and has a line to sign', () => {
    expect(card.subtitle).toContain(
      `the rig on the bench · 2 of ${plan.length} steps passed, 1 failed, 1 skipped, ${plan.length - 4} not asked`,
    );
    expect(card.signed).toContain('Signature');
    expect(JSON.stringify(cardDefinition(card))).toContain('Signature');
  });

  it('of an empty rig says that there is nothing to prove', () => {
    const none = proofCard(emptyRig('x', 'x'), [], {}, 'simulated rig');
    expect(none.subtitle).toContain('0 of 0 steps passed');
    expect(none.tables[0]!.note).toBe('nothing on this rig can be steered');
  });
});
