import { planOf } from '../prove/index.js';
import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { SYSTEMS } from '../../test/practice/benches/systems.js';
import { Proposed } from '../../test/practice/proposed.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import { smallRig } from '../../test/support/small-rig.js';
import { propose } from '../propose/index.js';
import { applyEdits, findPin, sheetOf, type Edit, type Inline, type Rig } from '../rig/index.js';
import { Player, faultsOf, soundWorld, worldWith, type FaultKind } from './index.js';

const KINDS = 44;
const SMALL = ['scree', 'marl', 'kiln', 'regatta', 'harbour', 'spit', 'quarry', 'vineyard', 'weir'];
const benchNamed = (name: string): Rig => Proposed.of(BENCHES.find((b) => b.name === name)!.brief).rig;

/** The first supply wires of the demo with something in them. */
function withInline(...inlines: Inline[]): Rig {
  const rig = mendedRig();
  const supply = rig.cables.flatMap((c) =>
    c.wires.flatMap((w, wire) =>
      findPin(rig, w.from)?.pin.line === 'supply' && !w.inline ? [{ cable: c.id, wire }] : [],
    ),
  );
  return applyEdits(
    rig,
    inlines.map((inline, i): Edit => ({ kind: 'setWire', ...supply[i]!, inline })),
  ).rig;
}

/** A controller none of whose ports turns a bus over by itself. */
function withInverter(): Rig {
  const rig = structuredClone(
    smallRig(
      { PK: 'pack-4s', R5: 'regulator-5v', TX: 'transmitter-16', RX: 'receiver-bus', FC: 'flight-controller-6' },
      [],
      {},
      { wishes: [{ id: 'W', what: 'menu', label: 'menu', by: 'pilot', control: null, hand: 'either' }] },
    ),
  );
  const sheet = rig.sheets['flight-controller-6']!;
  sheet.links = sheet.links.filter((l) => l.id !== 'bus');
  sheet.functions = sheet.functions.map((f) => ({
    ...f,
    askedBy: f.askedBy.map((w) => (w.by === 'device' ? w : { ...w, over: w.over.filter((id) => id !== 'bus') })),
  }));
  return applyEdits(rig, propose(rig).edits).rig;
}

/** A bench with every setting that lies in a profile off its default. */
function withProfiles(rig: Rig): Rig {
  const edits = rig.parts.flatMap((part) =>
    sheetOf(rig, part.id)
      .settings.filter((s) => s.inProfile && s.values.length > 1)
      .map((s): Edit => ({
        ...{ kind: 'set', part: part.id, setting: s.id },
        value: s.values.find((v) => v !== s.default)!,
      })),
  );
  return applyEdits(rig, edits).rig;
}

/** A bench whose assignable ports are told what they are told when new, in so many words. */
function withTold(rig: Rig): Rig {
  const edits = rig.parts.flatMap((part): Edit[] => {
    const ports = sheetOf(rig, part.id).assignablePorts ?? [];
    if (!ports.length) return [];
    return [
      { kind: 'note', part: part.id, change: { told: Object.fromEntries(ports.map((p) => [p.port, p.mayBe[0]!])) } },
    ];
  });
  return applyEdits(rig, edits).rig;
}

describe('kinds of fault', () => {
  it(`are ${KINDS} at least, each noticed on some bench`, () => {
    const noticed = new Set<FaultKind>();
    const rigs = [
      ...SMALL.map(benchNamed),
      ...[mendedRig(), withInline({ kind: 'switch', closed: true }, { kind: 'diode' })],
      ...BENCHES.map((b) => Proposed.of(b.brief).rig).flatMap((rig) => {
        const [told, profiled] = [withTold(rig), withProfiles(rig)];
        return [...(told === rig ? [] : [told]), ...(profiled === rig ? [] : [profiled])].slice(0, 1);
      }),
      ...BENCHES.map((b) => Proposed.of(b.brief).rig),
      ...SYSTEMS.map((b) => Proposed.of(b.brief).rig).flatMap((rig) => [withTold(rig), withProfiles(rig)]),
      withInverter(),
    ];
    for (const rig of rigs) {
      const fresh = faultsOf(rig).filter((f) => !noticed.has(f.kind));
      if (!fresh.length) continue;
      const player = new Player(planOf(rig));
      const sound = player.play(soundWorld(rig));
      for (const fault of fresh) {
        if (noticed.has(fault.kind)) continue;
        const now = player.play(worldWith(rig, fault));
        if (now.some((s, k) => s.passed !== sound[k]!.passed)) noticed.add(fault.kind);
      }
    }
    expect([...noticed].sort().join(', ').split(', ')).toHaveLength(KINDS);
  });

  it('of the sound rig make every step of its plan pass', () => {
    for (const name of SMALL) {
      const rig = benchNamed(name);
      const failed = new Player(planOf(rig)).play(soundWorld(rig)).filter((s) => !s.passed);
      expect(failed, name).toEqual([]);
    }
  });

  it('are noticed by the plan in nineteen of twenty, over all benches, and what is not says what would tell it', () => {
    let [all, seen] = [0, 0];
    for (const name of SMALL) {
      const rig = benchNamed(name);
      const player = new Player(planOf(rig));
      const sound = player.play(soundWorld(rig));
      for (const fault of faultsOf(rig)) {
        all++;
        if (player.play(worldWith(rig, fault)).some((s, k) => s.passed !== sound[k]!.passed)) seen++;
      }
    }
    expect(all).toBeGreaterThan(500);
    expect(seen / all).toBeGreaterThan(0.95);
  });
});
