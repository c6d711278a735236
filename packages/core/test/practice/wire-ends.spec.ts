/** A wire may be drawn from either of its ends: nothing that is said, proposed, planned or mended hangs on it. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { faultsOf } from '../../src/diagnose/index.js';
import { fixesOf, type Finding } from '../../src/findings/index.js';
import { planOf } from '../../src/prove/index.js';
import { applyEdit, applyEdits, serialPairOf, type Rig, type Wire } from '../../src/rig/index.js';
import { chanceOf } from '../../src/units/index.js';
import { BENCHES } from './benches/index.js';
import { SYSTEMS } from './benches/systems.js';
import { Proposed } from './proposed.js';

const sound = [...BENCHES, ...SYSTEMS].map((b) => ({ name: b.name, rig: Proposed.of(b.brief).rig }));
const faulty = BENCHES.flatMap((b) => {
  const now = Proposed.of(b.brief);
  return b.traps.map((trap) => ({ name: `${b.name}, ${trap.says}`, rig: now.with(trap.put(now)).rig }));
});

/** Half of the wires drawn from their other end; a diode or an inverter lets through from one to the other, and stays. */
function turned(rig: Rig, seed: number): Rig {
  let place = 0;
  const other = (w: Wire): Wire =>
    chanceOf(seed, place++) < 0.5 && w.inline?.kind !== 'diode' && w.inline?.kind !== 'inverter'
      ? { ...w, from: w.to, to: w.from }
      : w;
  return { ...rig, cables: rig.cables.map((c) => ({ ...c, wires: c.wires.map(other) })) };
}

const keyOf = ({ mark, rule, subjects, title }: Finding): string =>
  [mark, rule, ...[...subjects].sort(), ...title.split(/\W+/).sort()].join(' ');
const findingsOf = (rig: Rig): Finding[] => analyse(rig).findings.filter((f) => f.mark !== 'clear');
const said = (rig: Rig): string[] => findingsOf(rig).map(keyOf).sort();

describe('a wire drawn from its other end', () => {
  const all = [...sound, ...faulty].map((c, i) => ({ ...c, other: turned(c.rig, i + 1) }));

  it('is another document', () => {
    expect(all.length).toBeGreaterThan(100);
    expect(all.every(({ rig, other }) => JSON.stringify(rig) !== JSON.stringify(other))).toBe(true);
  });

  it('leaves what is found', () => {
    for (const { name, rig, other } of all) expect(said(other), name).toEqual(said(rig));
  });

  it('leaves the plan of a sound rig, and how many faults of each kind it may have', () => {
    for (const [i, { name, rig }] of sound.entries()) {
      const other = turned(rig, 1000 + i);
      expect(planOf(other), name).toEqual(planOf(rig));
      const kinds = (r: Rig): string[] =>
        faultsOf(r)
          .map((f) => f.kind)
          .sort();
      expect(kinds(other), name).toEqual(kinds(rig));
    }
  });

  it('is mended as well', () => {
    let mended = 0;
    for (const { name, rig, other } of all) {
      const twins = new Map(findingsOf(other).map((f) => [keyOf(f), f]));
      for (const finding of findingsOf(rig)) {
        const [own, twin] = [fixesOf(finding), fixesOf(twins.get(keyOf(finding))!)];
        expect(twin.length, `${name}: ${finding.title}`).toBe(own.length);
        for (const [i, fix] of own.entries()) {
          const after = said(applyEdits(other, twin[i]!.edits).rig);
          expect(after, `${name}: ${finding.title}: ${fix.label}`).toEqual(said(applyEdits(rig, fix.edits).rig));
          mended++;
        }
      }
    }
    expect(mended).toBeGreaterThan(200);
  });

  it('of a serial pair is crossed and crossed back, and joins no part to itself', () => {
    let pairs = 0;
    for (const [i, { name, rig }] of sound.entries())
      for (const cable of rig.cables.filter((c) => serialPairOf(rig, c))) {
        const other = turned(rig, 2000 + i);
        const crossed = applyEdit(other, { kind: 'crossPair', cable: cable.id }).rig;
        const loops = crossed.cables.flatMap((c) => c.wires.filter((w) => w.from.part === w.to.part));
        expect(loops, name).toEqual([]);
        expect(said(crossed), name).toEqual(said(applyEdit(rig, { kind: 'crossPair', cable: cable.id }).rig));
        expect(applyEdit(crossed, { kind: 'crossPair', cable: cable.id }).rig.cables).toEqual(other.cables);
        pairs++;
      }
    expect(pairs).toBeGreaterThan(5);
  });
});
