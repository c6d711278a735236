import { describe, expect, it } from 'vitest';
import { setupCard } from '../../src/files/index.js';
import { setupCards } from '../../src/setup/index.js';
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

  it('has set-up cards that say what is set, and where', () => {
    const cards = setupCards(proposed(bench).rig);
    expect(cards.flatMap((c) => c.lines.flatMap((l) => (l.text.trim() ? [] : [c.label])))).toEqual([]);
    expect(new Set(cards.flatMap((c) => c.lines.map((l) => `${c.part} ${l.id}`))).size).toBe(
      cards.reduce((sum, c) => sum + c.lines.length, 0),
    );
    expect(JSON.stringify(setupCard(proposed(bench).rig))).not.toMatch(/NaN|undefined|Infinity/);
    for (const [part, line] of bench.setUp ?? []) {
      const own = cards.find((c) => c.part === part)?.lines.map((l) => `${l.text} · ${l.note}`) ?? [];
      expect(own, `${part}: ${line}`).toContainEqual(expect.stringMatching(line));
    }
  });

  it.each(bench.claims)('%s', (_, holds) => expect(holds(proposed(bench))).toBe(true));
});
