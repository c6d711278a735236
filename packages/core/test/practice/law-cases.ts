/** What the laws are held against: the corpus, its traps, and random rigs with random and aimed faults. */
import { analyse, mendRig } from '../../src/analysis/index.js';
import type { RuleId } from '../../src/findings/index.js';
import { RULE_IDS } from '../../src/findings/wording.js';
import { propose, type Proposal } from '../../src/propose/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';
import { aimedFault } from './aimed-faults.js';
import { BENCHES } from './benches/index.js';
import { SYSTEMS } from './benches/systems.js';
import { Proposed } from './proposed.js';
import { randomBench, randomFault, settled } from './random-bench.js';

const RIGS = 300;
const range = Number(process.env.LAWS_RANGE ?? 0);
const seeds = Array.from({ length: RIGS }, (_, i) => range * RIGS + i);

export const RULES = RULE_IDS;

export interface Case {
  name: string;
  rig: Rig;
  proposal: Proposal | null;
}

export const ENOUGH = 5;
const AIMED_AT_LEAST = 10;

/** On how many of some rigs each rule speaks. */
export function spoken(cases: readonly Case[]): Map<RuleId, number> {
  const on = new Map<RuleId, number>();
  for (const { rig } of cases)
    for (const rule of new Set(judged(rig).map((f) => f.rule))) on.set(rule, (on.get(rule) ?? 0) + 1);
  return on;
}

function aim({ sound, faulty }: Cases): void {
  const on = spoken([...sound, ...faulty]);
  // sound rigs first; where too few of them can have the fault, those that have others already
  const others = [...faulty];
  for (const [n, rule] of RULES.entries())
    for (let i = 0, hits = on.get(rule) ?? 0; i < sound.length + others.length && hits < AIMED_AT_LEAST; i++) {
      const base = i < sound.length ? sound[(i + n * 7) % sound.length]! : others[i - sound.length]!;
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

export const breaks = (cases: readonly Case[], of: (c: Case) => string[]): string[] =>
  cases.flatMap((c) => of(c).map((text) => `${c.name}: ${text}`));
const judged = (rig: Rig) => analyse(rig).findings.filter((f) => f.mark !== 'clear');

/**
 * Every bench of the corpus and every random one as proposed; then the same with faults: one trap each, or one to three
 * random; and for each rule that has spoken on few rigs, faults aimed at it.
 */
export interface Cases {
  sound: Case[];
  faulty: Case[];
}

let known: Cases | undefined;

/** The cases of the range of seeds that LAWS_RANGE names; whoever runs beside another shares them, and what is worked out of them. */
export const lawCases = (): Cases => (known ??= drawnCases());

function drawnCases(): Cases {
  const cases: Cases = { sound: [], faulty: [] };
  const { sound, faulty } = cases;
  for (const bench of BENCHES) {
    const now = Proposed.of(bench.brief);
    sound.push({ name: bench.name, rig: now.rig, proposal: now.proposal });
    for (const trap of bench.traps)
      faulty.push({ name: `${bench.name}, ${trap.says}`, rig: now.with(trap.put(now)).rig, proposal: null });
  }
  for (const { name, brief } of SYSTEMS) {
    const now = Proposed.of(brief);
    sound.push({ name, rig: now.rig, proposal: now.proposal });
  }
  for (const seed of seeds) {
    const drawn = randomBench(seed);
    const bare = seed % 8 === 7 ? drawn : settled(drawn);
    const proposal = propose(bare);
    let rig = applyEdits(bare, proposal.edits).rig;
    sound.push({ name: `seed ${seed}`, rig, proposal });
    for (let n = 1; n <= seed % 4; n++) rig = applyEdits(rig, randomFault(rig, seed * 4 + n) ?? []).rig;
    if (seed % 4) faulty.push({ name: `seed ${seed}, ${seed % 4} faults`, rig, proposal: null });
  }
  aim(cases);
  return cases;
}

/** The random ones among some cases with their findings mended, as far as edits go: what was proposed is seldom without any. */
export const mendedOf = (cases: readonly Case[]): Case[] =>
  cases.flatMap(({ name, rig }) => {
    // one fault is enough to mend: more take as long again and say little more
    if (!/^seed \d+(, 1 faults)?$/.test(name)) return [];
    const better = mendRig(rig, { all: true }).rig;
    return better === rig ? [] : [{ name: `${name}, mended`, rig: better, proposal: null }];
  });
