/** The law of fixes on the corpus and on random rigs, and that every rule spoke on some of them. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { breaks, ENOUGH, lawCases, RULES, spoken } from './law-cases.js';
import * as law from './laws.js';

const { sound, faulty } = lawCases();

describe('the law of fixes', () => {
  it('3: a fix removes its finding, adds no stop, unfeeds nothing, takes no wish away, leaves flight alone', () => {
    const applied = new Map<string, number>();
    const broken = breaks([...sound, ...faulty], ({ rig }) =>
      analyse(rig).findings.flatMap((finding) =>
        fixesOf(finding).flatMap((fix) => {
          for (const { kind } of fix.edits) applied.set(kind, (applied.get(kind) ?? 0) + 1);
          return law.fixMends(rig, finding, fix);
        }),
      ),
    );
    expect(broken).toEqual([]);
    expect([...applied].filter(([, n]) => n < ENOUGH)).toEqual([]);
    expect(applied.size).toBeGreaterThanOrEqual(18);
  });

  it('every rule speaks on five rigs or more', () => {
    const on = spoken([...sound, ...faulty]);
    expect(RULES.filter((rule) => (on.get(rule) ?? 0) < ENOUGH)).toEqual([]);
  });
});
