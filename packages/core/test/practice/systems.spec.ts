import { describe, expect, it } from 'vitest';
import { SYSTEMS, type SystemBench } from './benches/systems.js';
import { Proposed } from './proposed.js';

const known = new Map<string, Proposed>();
const proposed = ({ name, brief }: SystemBench): Proposed => {
  const now = known.get(name) ?? Proposed.of(brief);
  known.set(name, now);
  return now;
};

it('every system of the trade has its bench', () => expect(SYSTEMS).toHaveLength(17));

describe.each(SYSTEMS)('$name', (bench) => {
  it('is proposed whole', () => {
    const { proposal, analysis } = proposed(bench);
    expect(proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    const left = analysis.findings.filter((f) => !(f.rule in (bench.remain ?? {})) && f.rule !== 'part-idle');
    expect(left.map((f) => `${f.mark} ${f.rule} ${f.title} ${f.text}`)).toEqual([]);
  });

  it('has every wish granted, by whom it should be', () => {
    const { wishes } = proposed(bench).analysis.brief;
    expect(wishes.map((w) => `${w.wish.what} ${w.state} by ${w.by}: ${w.state === 'granted' ? '' : w.why}`)).toEqual(
      wishes.map((w, i) => `${w.wish.what} granted by ${bench.by[i]}: `),
    );
  });

  it.each(bench.claims)('%s', (_, holds) => expect(holds(proposed(bench))).toBe(true));
});
