import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { compileBench, observe, runBench, startBench } from '../../src/bench/index.js';
import { byEachHand, findChains, gripOf, isFlightChain, type Chain } from '../../src/channels/index.js';
import { fixesOf } from '../../src/findings/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';
import { twoOperators } from '../support/two-operators.js';
import { BENCHES } from './benches/index.js';
import { SYSTEMS } from './benches/systems.js';
import { Proposed } from './proposed.js';

const rigs = [...BENCHES, ...SYSTEMS].map((b) => Proposed.of(b.brief).rig);
const held = (rig: Rig) =>
  findChains(rig)
    .filter((c) => !c.breaks && !isFlightChain(c))
    .flatMap(byEachHand);
type Held = ReturnType<typeof held>[number];

const shaped = (rig: Rig, { shaping: { transmitter, channel } }: Held, change: object): Rig =>
  applyEdits(rig, [{ kind: 'shape', transmitter, channel, change }]).rig;

/** Findings of a rule about a chain, each with its first fix carried out. */
function told(rig: Rig, { part, fn }: Chain, rule: string): { mended: Rig }[] {
  return analyse(rig)
    .findings.filter((f) => f.rule === rule && f.subjects[0] === part.id && f.figures.some((x) => x.value === fn.label))
    .map((f) => ({ mended: applyEdits(rig, fixesOf(f)[0]?.edits ?? []).rig }));
}

/** What is bent on a channel, who it must be said of, and the least times it happens on these benches. */
const BENDS = [
  {
    says: 'a rate or a drive whose channel rests beside its middle goes by itself',
    rule: 'goes-at-rest',
    of: ({ fn, control }: Held) =>
      (fn.takes === 'rate' || fn.what === 'drive') && (control.kind === 'stick' || control.kind === 'knob'),
    by: { subTrimUs: 90 },
  },
  {
    says: 'a flat channel moves nothing',
    rule: 'moves-nothing',
    of: ({ fn }: Held) => fn.range !== undefined,
    by: { sharePct: 0 },
  },
  {
    says: 'a channel bent to one side never turns a rate back',
    rule: 'moves-nothing',
    of: ({ fn }: Held) => fn.takes === 'rate' && fn.range!.from * fn.range!.to < 0,
    by: { points: [0, 0, 100] },
  },
  {
    says: 'a slow kill comes too late',
    rule: 'channel-slow',
    of: ({ fn }: Held) => fn.what === 'brake',
    by: { endToEndS: 5 },
  },
  {
    says: 'a press on a slow channel is over before it arrives',
    rule: 'channel-slow',
    of: ({ fn, control }: Held) => fn.takes === 'pulse' && control.kind === 'button',
    by: { endToEndS: 8 },
  },
] as const;

describe('what a channel does to what hangs on it', () => {
  for (const { says, rule, of, by } of BENDS)
    it(`${says}, and the button mends it`, () => {
      let seen = 0;
      for (const rig of rigs)
        for (const chain of held(rig).filter(of)) {
          expect(told(rig, chain, rule), `${rig.name}: ${chain.part.label} ${chain.fn.label}`).toEqual([]);
          const bent = shaped(rig, chain, by);
          const [finding] = told(bent, chain, rule);
          expect(finding, `${rig.name}: ${chain.part.label} ${chain.fn.label}`).toBeDefined();
          expect(told(finding!.mended, chain, rule), finding && `${rig.name}: ${chain.fn.label}`).toEqual([]);
          seen++;
        }
      expect(seen).toBeGreaterThan(1);
    });

  it('is what the simulated rig does: what is told to go by itself goes, and nothing else', () => {
    let went = 0;
    for (const rig of rigs)
      for (const chain of held(rig).filter((c) => BENDS[0].of(c) && !c.second)) {
        const { part, fn } = chain;
        if (!fn.joint || chain.control.sprung) continue;
        const turns = (as: Rig): boolean => {
          const bench = compileBench(as);
          const seen = [0, 1].map(
            (s) =>
              observe(bench, runBench(bench, startBench(bench, { awake: true }), 1000 + 500 * s))[
                `${part.id}.${fn.joint!}-angle`
              ],
          );
          return seen[0] !== seen[1];
        };
        const bent = shaped(rig, chain, BENDS[0].by);
        if (turns(bent)) went++;
        expect(turns(rig), rig.name).toBe(false);
      }
    expect(went).toBeGreaterThan(5);
  });
});

describe('what the second transmitter sends', () => {
  const rig = twoOperators();
  const handed = held(rig).filter((c) => c.transmitter.id === c.second?.transmitter.id && c.fn.range);

  it('is judged as the pilot is: the wrong way is told, and turned at the second one alone', () => {
    expect(handed.length).toBeGreaterThan(0);
    for (const chain of handed) {
      expect(told(rig, chain, 'wrong-way')).toEqual([]);
      const turned = shaped(rig, chain, { reverse: !chain.shaping.reverse });
      const [finding] = told(turned, chain, 'wrong-way');
      expect(finding, chain.fn.label).toBeDefined();
      expect(told(finding!.mended, chain, 'wrong-way')).toEqual([]);
      expect(finding!.mended.bindings).toEqual(rig.bindings);
    }
  });

  it('comes from sticks that rest in the middle, and may stay where they are put', () => {
    for (const chain of handed.filter((c) => c.control.kind === 'stick'))
      expect(gripOf(rig, chain)).toEqual({ at: 0, isThrottle: null });
  });
});
