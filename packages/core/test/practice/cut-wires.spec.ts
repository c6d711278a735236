/** A wire that is not there is told, on any bench: by a finding, or by a wish that is no longer granted. */
import { describe, expect, it } from 'vitest';
import { analyse } from '../../src/analysis/index.js';
import { isPack } from '../../src/parts/index.js';
import { applyEdits, findPin, sheetOf, type Cable, type Rig, type Wire } from '../../src/rig/index.js';
import { BENCHES } from './benches/index.js';
import { Proposed } from './proposed.js';

interface Told {
  findings: ReadonlySet<string>;
  wishes: string;
}

function toldOf(rig: Rig): Told {
  const { findings, brief } = analyse(rig);
  return {
    findings: new Set(findings.map((f) => f.id)),
    wishes: brief.wishes.map((w) => `${w.wish.id} ${w.state}`).join(),
  };
}

const isNews = (before: Told, after: Told): boolean =>
  after.wishes !== before.wishes || [...after.findings].some((id) => !before.findings.has(id));

/** Grounds are shared: many a lead's own is not missed. Packs in pair do without each other where each has its own to feed. */
const mayBeMissed = (rig: Rig, { from, to }: Wire): boolean =>
  [from, to].every((at) => findPin(rig, at)!.pin.line === 'ground') ||
  [from, to].every(({ part }) => isPack(sheetOf(rig, part)));

const without = (rig: Rig, { id, wires }: Cable, wire: number): Rig =>
  applyEdits(rig, [wires.length > 1 ? { kind: 'removeWire', cable: id, wire } : { kind: 'removeCable', cable: id }])
    .rig;

describe.each(BENCHES)('$name', ({ brief }) => {
  it('tells of every signal and plus wire that is missing', () => {
    const { rig } = Proposed.of(brief);
    const before = toldOf(rig);
    const cuts = rig.cables.flatMap((cable) =>
      cable.wires.flatMap((w, i) => (mayBeMissed(rig, w) ? [] : [{ cable, i, rig: without(rig, cable, i) }])),
    );
    expect(cuts.length).toBeGreaterThan(3);
    const silent = cuts.filter((cut) => !isNews(before, toldOf(cut.rig)));
    expect(silent.map(({ cable, i }) => `${cable.id}: ${JSON.stringify(cable.wires[i])}`)).toEqual([]);
  });
});
