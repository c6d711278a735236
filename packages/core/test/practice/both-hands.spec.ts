/** What the pilot and the camera operator both wish of one function. */
import { describe, expect, it } from 'vitest';
import { fixesOf } from '../../src/findings/index.js';
import type { Brief } from '../../src/files/index.js';
import { applyEdits } from '../../src/rig/index.js';
import { BENCHES } from './benches/index.js';
import { SYSTEMS } from './benches/systems.js';
import { Proposed } from './proposed.js';

/** Briefs in which something is handed over, with the pilot's own wish for each of the camera operator's. */
const shared = [...BENCHES, ...SYSTEMS]
  .map((b) => b.brief)
  .filter((b) => Proposed.of(b).rig.handOvers.some((h) => h.channels.length))
  .map(withPilots);

function withPilots(brief: Brief): Brief {
  const wishes = brief.wishes ?? [];
  const theirs = wishes.filter((w) => w.by === 'camera operator');
  const own = theirs.map(({ what, part }) => ({ what, ...(part === undefined ? {} : { part }) }));
  return { ...brief, wishes: [...own, ...wishes] };
}

describe('a function that two wish for', () => {
  it('is there on several benches', () => expect(shared.length).toBeGreaterThan(1));

  it("is the pilot's, and the operator's by being handed over", () => {
    for (const now of shared.map(Proposed.of)) {
      const states = now.analysis.brief.wishes.map((w) => `${w.wish.by} ${w.wish.what}: ${w.state}`);
      expect(
        states.filter((s) => !s.endsWith('granted')),
        now.rig.name,
      ).toEqual([]);
      for (const { from, to, channels } of now.rig.handOvers)
        for (const { channel, takes } of channels) {
          const by = (id: string, n: number) =>
            now.rig.shaping.find((s) => s.transmitter === id && s.channel === n)?.control;
          expect([by(from, channel), by(to, takes)], now.rig.name).not.toContain(undefined);
        }
      expect(now.failing(), now.rig.name).toEqual([]);
    }
  });

  it('has the control that the pilot named, whoever may have it by a switch', () => {
    for (const brief of shared) {
      const asked = Proposed.of(brief).rig;
      const [wish] = asked.wishes;
      // one that neither flies, nor is wished for, nor hands over
      const used = new Set([
        ...asked.shaping.map((s) => s.control),
        ...asked.wishes.map((w) => w.control),
        ...asked.handOvers.map((h) => h.control),
      ]);
      const from = asked.handOvers[0]!.from;
      const free = asked.sheets[asked.parts.find((p) => p.id === from)!.class]!.controls.find((c) => !used.has(c.id))!;
      const named = brief.wishes!.map((w, i) => (i === 0 ? { ...w, control: free.id } : w));
      const now = Proposed.of({ ...brief, wishes: named });
      const granted = now.analysis.brief.wishes.find((w) => w.wish.id === wish!.id)!;
      expect([granted.state, granted.control], now.rig.name).toEqual(['granted', free.id]);
      expect(
        now.analysis.brief.wishes.filter((w) => w.state !== 'granted'),
        now.rig.name,
      ).toEqual([]);
    }
  });

  it("is offered to be handed over where it is the pilot's alone", () => {
    for (const brief of shared) {
      const { rig } = Proposed.of(brief);
      const alone = { ...rig, handOvers: [], wishes: [...rig.wishes].reverse() };
      const now = new Proposed(alone, { edits: [] } as never, alone);
      const open = now.analysis.findings.filter((f) => f.rule === 'wish-otherwise');
      expect(open.length, rig.name).toBeGreaterThan(0);
      const [fix] = fixesOf(open[0]!);
      expect(fix?.label, rig.name).toBe('Hand it over');
      const mended = applyEdits(alone, fix!.edits).rig;
      const then = new Proposed(mended, { edits: [] } as never, mended);
      expect(
        then.analysis.brief.wishes.filter((w) => w.state !== 'granted').map((w) => w.why),
        rig.name,
      ).toEqual([]);
    }
  });
});
