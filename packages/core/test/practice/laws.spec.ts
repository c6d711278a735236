/**
 * The laws on the corpus and on random rigs. `npm run laws` runs twenty ranges of seeds, LAWS_RANGE 0…19; without it the first.
 * Each law says how far it reached: a law that met nothing would hold of nothing.
 */
import { beforeAll, describe, expect, it } from 'vitest';
import { analyse, mendRig } from '../../src/analysis/index.js';
import { fixesOf, type RuleId } from '../../src/findings/index.js';
import { isRuleId, RULE_SOURCE } from '../../src/findings/sources.js';
import { propose, type Proposal } from '../../src/propose/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';
import { aimedFault } from './aimed-faults.js';
import { BENCHES } from './benches/index.js';
import * as law from './laws.js';
import { Proposed } from './proposed.js';
import { randomBench, randomFault, settled } from './random-bench.js';

const RIGS = 300;
const range = Number(process.env.LAWS_RANGE ?? 0);
const seeds = Array.from({ length: RIGS }, (_, i) => range * RIGS + i);

const RULES = Object.keys(RULE_SOURCE).filter(isRuleId);

interface Case {
  name: string;
  rig: Rig;
  proposal: Proposal | null;
}

/**
 * Every bench of the corpus and every random one as proposed; then the same with faults: one trap each, or one to three
 * random; and for each rule that has spoken on few rigs, faults aimed at it.
 */
const sound: Case[] = [];
const faulty: Case[] = [];
/** Sound ones with their findings mended, as far as edits go. */
const mended: Case[] = [];
const ENOUGH = 5;
const AIMED_AT_LEAST = 10;

/** On how many of some rigs each rule speaks. */
function spoken(cases: readonly Case[]): Map<RuleId, number> {
  const on = new Map<RuleId, number>();
  for (const { rig } of cases)
    for (const rule of new Set(judged(rig).map((f) => f.rule))) on.set(rule, (on.get(rule) ?? 0) + 1);
  return on;
}

function aim(): void {
  const on = spoken([...sound, ...faulty]);
  for (const [n, rule] of RULES.entries())
    for (let i = 0, hits = on.get(rule) ?? 0; i < sound.length && hits < AIMED_AT_LEAST; i++) {
      const base = sound[(i + n * 7) % sound.length]!;
      const edits = aimedFault(base.rig, rule, i);
      if (!edits) continue;
      faulty.push({
        name: `${base.name}, aimed at ${rule}, way ${i}`,
        rig: applyEdits(base.rig, edits).rig,
        proposal: null,
      });
      hits++;
    }
}

beforeAll(() => {
  for (const bench of BENCHES) {
    const now = Proposed.of(bench.brief);
    sound.push({ name: bench.name, rig: now.rig, proposal: now.proposal });
    for (const trap of bench.traps)
      faulty.push({ name: `${bench.name}, ${trap.says}`, rig: now.with(trap.put(now)).rig, proposal: null });
  }
  for (const seed of seeds) {
    const drawn = randomBench(seed);
    const bare = seed % 8 === 7 ? drawn : settled(drawn);
    const proposal = propose(bare);
    let rig = applyEdits(bare, proposal.edits).rig;
    sound.push({ name: `seed ${seed}`, rig, proposal });
    const better = mendRig(rig).rig;
    if (better !== rig) mended.push({ name: `seed ${seed}, mended`, rig: better, proposal: null });
    for (let n = 1; n <= seed % 4; n++) rig = applyEdits(rig, randomFault(rig, seed * 4 + n) ?? []).rig;
    if (seed % 4) faulty.push({ name: `seed ${seed}, ${seed % 4} faults`, rig, proposal: null });
  }
  aim();
}, 300_000);

const breaks = (cases: readonly Case[], of: (c: Case) => string[]): string[] =>
  cases.flatMap((c) => of(c).map((text) => `${c.name}: ${text}`));
const judged = (rig: Rig) => analyse(rig).findings.filter((f) => f.mark !== 'clear');

describe('laws of every rig', () => {
  it('1: a granted wish is driven by what it names', () => {
    expect(breaks([...sound, ...faulty], ({ rig }) => law.wishesMatch(rig))).toEqual([]);
    const named = [...sound, ...faulty].filter(({ rig }) =>
      rig.wishes.some((w) => w.control !== null || w.by === 'camera operator'),
    );
    expect(named.length).toBeGreaterThanOrEqual(50);
  });

  it('2: flight has its own channels, a new rig the usual ones, and no payload shares them', () => {
    expect(breaks(sound, ({ rig }) => [...law.flightUsual(rig), ...law.flightAlone(rig)])).toEqual([]);
    expect(breaks([...sound, ...faulty], ({ rig }) => law.assignmentKeepsFlight(rig))).toEqual([]);
    expect(sound.filter(({ rig }) => law.flies(rig)).length).toBeGreaterThanOrEqual(50);
  });

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
  }, 300_000);

  it('4: no step fails without a finding on what it runs through; on a rig without findings none fails', () => {
    let steps = 0;
    let failed = 0;
    let clean = 0;
    const broken = breaks([...sound, ...faulty, ...mended], ({ rig }) => {
      const { findings, brief } = analyse(rig);
      const run = law.stepsExplained(rig);
      steps += run.steps;
      failed += run.failed.length;
      if (findings.some((f) => f.mark !== 'clear') || !brief.granted) return run.unexplained;
      clean++;
      return run.failed;
    });
    expect(broken).toEqual([]);
    expect({ steps: steps > 1000, failed: failed > 100, clean: clean >= 50 }, `${steps} ${failed} ${clean}`).toEqual({
      steps: true,
      failed: true,
      clean: true,
    });
  }, 300_000);

  it('4: every finding is about something on the bench', () => {
    const told = [...sound, ...faulty].flatMap(({ name, rig }) => analyse(rig).findings.map((f) => ({ name, rig, f })));
    expect(told.length).toBeGreaterThanOrEqual(1000);
    const onBench = (rig: Rig): Set<string> => new Set([...rig.parts, ...rig.cables].map((x) => x.id));
    const odd = told.filter(({ rig, f }) => !f.subjects.length || f.subjects.some((id) => !onBench(rig).has(id)));
    expect(odd.map(({ name, f }) => `${name}: ${f.id}`)).toEqual([]);
  });

  it('5: nothing is forgotten by a proposal', () => {
    expect(breaks(sound, ({ rig, proposal }) => law.nothingForgotten(rig, proposal!))).toEqual([]);
    expect(sound.filter(({ proposal }) => proposal!.idle.length).length).toBeGreaterThanOrEqual(25);
    expect(sound.filter(({ proposal }) => proposal!.unmet.length).length).toBeGreaterThanOrEqual(25);
  });

  it('6: every wire of a proposal earns its place', () => {
    expect(breaks(sound, ({ rig }) => law.wiresEarn(rig))).toEqual([]);
    expect(sound.reduce((sum, { rig }) => sum + rig.cables.length, 0)).toBeGreaterThanOrEqual(1000);
  });

  it('every rule speaks on five rigs or more', () => {
    const on = spoken([...sound, ...faulty]);
    expect(RULES.filter((rule) => (on.get(rule) ?? 0) < ENOUGH)).toEqual([]);
  });
});
