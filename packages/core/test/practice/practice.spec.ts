import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { fixesOf, type Finding } from '../../src/findings/index.js';
import { applyEdits, type PinRef, type Rig } from '../../src/rig/index.js';
import type { PracticeBench, Trap } from './bench.js';
import { BENCHES } from './benches/index.js';
import { Proposed } from './proposed.js';

const known = new Map<string, Proposed>();
const proposed = (bench: PracticeBench): Proposed => {
  const now = known.get(bench.name) ?? Proposed.of(bench.brief);
  known.set(bench.name, now);
  return now;
};

const count = { traps: 0, found: 0, withFix: 0, offered: 0, mend: 0 };

/** The finding a trap must raise: of its rule, about its part, and not there before. */
function findingOf(trap: Trap, before: Finding[], after: Finding[]): Finding | undefined {
  const old = new Set(before.map((f) => f.id));
  return after.find(
    (f) => f.rule === trap.rule && !old.has(f.id) && (trap.about === undefined || f.subjects.includes(trap.about)),
  );
}

const stopsOf = (rig: Rig): string[] =>
  analyse(rig)
    .findings.filter((f) => f.mark === 'stop')
    .map((f) => f.id);
const grantedOf = (rig: Rig): string[] =>
  analyse(rig)
    .brief.wishes.filter((w) => w.state === 'granted')
    .map((w) => w.wish.id);
const fedOf = (rig: Rig): string[] =>
  analyse(rig)
    .rails.now.nodes.filter((n) => n.allowed && n.fedBy !== null)
    .map((n) => `${n.part}.${n.terminal}`);

/** Pins that more than one wire joins: one lead would do. */
function pairsTwice({ cables }: Rig): string[] {
  const name = (at: PinRef): string => `${at.part}.${at.port}.${at.pin}`;
  const pairs = cables.flatMap((c) => c.wires.map((w) => [name(w.from), name(w.to)].sort().join(' – ')));
  return pairs.filter((pair, i) => pairs.indexOf(pair) < i);
}

describe('the corpus', () => {
  it('has at least 24 benches of six traps over all kinds of rig, two of them with thirty parts', () => {
    expect(BENCHES.length).toBeGreaterThanOrEqual(24);
    expect(BENCHES.filter((b) => b.traps.length < 6).map((b) => b.name)).toEqual([]);
    expect(new Set(BENCHES.map((b) => b.brief.kind)).size).toBe(5);
    expect(BENCHES.filter((b) => b.brief.parts.length >= 30).length).toBeGreaterThanOrEqual(2);
  });
});

describe.each(BENCHES)('$name', (bench) => {
  it('is wired whole: no stop, nothing unmet, every wish granted, no watch but those with a reason', () => {
    const now = proposed(bench);
    expect(now.proposal.unmet.map((u) => `${u.demand}: ${u.why}`)).toEqual([]);
    const { findings, brief } = now.analysis;
    const left = findings.filter((f) => !(f.rule in (bench.remain ?? {})) && f.rule !== 'part-idle');
    expect(left.map((f) => `${f.mark} ${f.rule} ${f.title}`)).toEqual([]);
    expect(brief.wishes.filter((w) => w.state !== 'granted').map((w) => `${w.wish.what} ${w.state}: ${w.why}`)).toEqual(
      [],
    );
    expect(pairsTwice(now.rig)).toEqual([]);
    for (const rule of Object.keys(bench.remain ?? {})) expect(findings.map((f) => f.rule)).toContain(rule);
  });

  it.each(bench.claims)('$says', ({ holds }) => {
    expect(holds(proposed(bench))).toBe(true);
  });

  it.each(bench.traps)('$says: $rule', (trap) => {
    const before = proposed(bench);
    const after = before.with(trap.put(before));
    count.traps++;
    const finding = findingOf(trap, before.analysis.findings, after.analysis.findings);
    expect(finding, after.analysis.findings.map((f) => `${f.rule}: ${f.title}`).join('\n')).toBeDefined();
    count.found++;
    for (const [name, value] of Object.entries(trap.because ?? {}))
      expect(finding!.figures.find((f) => f.name === name)?.value).toBe(value);
    expect(finding!.figures.length).toBeGreaterThan(0);
    expect(`${finding!.title} ${finding!.text}`).not.toMatch(/NaN|undefined|Infinity/);
    const [fix] = fixesOf(finding!);
    if (trap.fix === null) return expect(fixesOf(finding!)).toEqual([]);
    count.withFix++;
    expect(fix?.label ?? 'no fix').toMatch(new RegExp(`^${trap.fix}`));
    count.offered++;
    const mended = applyEdits(after.rig, fix!.edits).rig;
    expect(analyse(mended).findings.map((f) => f.id)).not.toContain(finding!.id);
    const stops = new Set(stopsOf(after.rig));
    expect(stopsOf(mended).filter((id) => !stops.has(id))).toEqual([]);
    expect(fedOf(mended)).toEqual(expect.arrayContaining(fedOf(after.rig)));
    expect(grantedOf(mended)).toEqual(expect.arrayContaining(grantedOf(after.rig)));
    count.mend++;
  });
});

describe('the table in docs/CHECKS.md', () => {
  it('says what the corpus found', () => {
    expect(count.traps).toBeGreaterThanOrEqual(144);
    const text = readFileSync(new URL('../../../../docs/CHECKS.md', import.meta.url), 'utf8').replace(/ +/g, ' ');
    expect(text).toContain(`| traps found / put in | ${count.found} / ${count.traps} |`);
    expect(text).toContain(
      `| fixes that mend / offered, of traps that have one | ${count.mend} / ${count.offered} of ${count.withFix} |`,
    );
  });
});
