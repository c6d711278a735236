/**
 * The same rig told another way has the same figures: other ids, wires named from their other end, lists in another order.
 */
import { describe, expect, it } from 'vitest';
import { demoNamed, demoRig, mendedRig } from '../../test/support/demo-rig.js';
import { randomRig } from '../../test/support/random-rig.js';
import { readRig } from '../files/index.js';
import { planOf } from '../prove/index.js';
import { propose } from '../propose/index.js';
import { applyEdits, type PinRef, type Rig } from '../rig/index.js';
import { analyse } from './index.js';

const wired = (rig: Rig): Rig => applyEdits(rig, propose(rig).edits).rig;

const RIGS: [name: string, rig: Rig][] = [
  ['the demo as it ships', demoRig()],
  ['the demo mended', mendedRig()],
  ['the second demo', demoNamed('ridgeline-seven')],
  ['the third demo', demoNamed('glasshouse-line')],
  ...[3, 8, 17, 29, 41].map((seed): [string, Rig] => [`random rig ${seed}`, wired(randomRig(seed))]),
];

/** What a user reads off the stations, without ids and without an order. */
function figures(rig: Rig) {
  const { findings, brief, loom, channels, rails, wake } = analyse(rig, 0.5);
  const near = (x: number | null): number | null => (x === null ? null : Math.round(x * 1e4) / 1e4);
  const rules = findings.map((f) => `${f.rule} ${f.mark} ${f.subjects.length}`);
  return {
    rules: rules.sort(),
    brief: [brief.granted, brief.wanted, brief.parts, brief.missing, near(brief.massG)],
    loom: [loom.cables.length, near(loom.wireMm), near(loom.wireG), loom.board.length, loom.plugs.length],
    slots: channels.rows.map((r) => [r.channel, r.moves.length]),
    channels: [channels.usedSlots, channels.carriedSlots, channels.latency?.worst, channels.handOvers.length],
    volts: rails.now.nodes.map((n) => near(n.volts)).sort(),
    runMin: near(rails.runMin),
    lowest: near(rails.lowestMargin?.volts ?? null),
    wake: near(wake.seconds),
    steps: planOf(rig).length,
  };
}

describe.each(RIGS)('%s has the same figures', (_, rig) => {
  const told = figures(rig);

  it('under other part ids', () => {
    const other = renamed(rig, (id) => `Q-${id.split('').reverse().join('')}`);
    expect(figures(other)).toEqual(told);
  });

  it('with classes and controls called by words that every object answers to', () => {
    const words = Object.getOwnPropertyNames(Object.prototype).filter((w) => /^[a-z]+$/i.test(w));
    expect(words).toContain('constructor');
    const other = reclassed(rig, words);
    expect(Object.keys(other.sheets).filter((c) => words.includes(c)).length).toBeGreaterThan(3);
    const read = readRig(JSON.stringify(other));
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(figures(other)).toEqual(told);
  });

  it('with its wires named from the other end', () => {
    const cables = rig.cables.map((c) => ({ ...c, wires: c.wires.map((w) => ({ ...w, from: w.to, to: w.from })) }));
    expect(figures({ ...rig, cables })).toEqual(told);
  });

  it('with its lists the other way round', () => {
    const other = { ...rig, parts: rig.parts.toReversed(), cables: rig.cables.toReversed() };
    expect(figures({ ...other, shaping: rig.shaping.toReversed(), held: rig.held.toReversed() })).toEqual(told);
  });
});

/** The first classes, and the first controls that are no sticks, under other names. */
function reclassed(rig: Rig, words: readonly string[]): Rig {
  const cls = names(Object.keys(rig.sheets), words);
  const controls = Object.values(rig.sheets).flatMap((s) => s.controls.filter((c) => c.kind !== 'stick'));
  const control = names([...new Set(controls.map((c) => c.id))], words);
  return {
    ...rig,
    sheets: Object.fromEntries(
      Object.values(rig.sheets).map((sheet) => [
        cls(sheet.class),
        {
          ...sheet,
          class: cls(sheet.class),
          controls: sheet.controls.map((c) => ({ ...c, id: control(c.id) })),
          firstChannels: sheet.firstChannels?.map((f) => ({ ...f, control: control(f.control) })),
        },
      ]),
    ),
    parts: rig.parts.map((p) => ({ ...p, class: cls(p.class) })),
    shaping: rig.shaping.map((s) => ({ ...s, control: s.control && control(s.control) })),
    wishes: rig.wishes.map((w) => ({ ...w, control: w.control && control(w.control) })),
    handOvers: rig.handOvers.map((h) => ({ ...h, control: h.control && control(h.control) })),
  };
}

function names(old: readonly string[], words: readonly string[]): (name: string) => string {
  const to = new Map(old.slice(0, words.length).map((name, i) => [name, words[i]!]));
  return (name) => to.get(name) ?? name;
}

function renamed(rig: Rig, id: (id: string) => string): Rig {
  const pin = (at: PinRef): PinRef => ({ ...at, part: id(at.part) });
  return {
    ...rig,
    parts: rig.parts.map((p) => ({
      ...p,
      id: id(p.id),
      ...(p.place?.rides === undefined ? {} : { place: { ...p.place, rides: id(p.place.rides) } }),
    })),
    cables: rig.cables.map((c) => ({
      ...c,
      wires: c.wires.map((w) => ({ ...w, from: pin(w.from), to: pin(w.to) })),
    })),
    shaping: rig.shaping.map((s) => ({ ...s, transmitter: id(s.transmitter) })),
    held: rig.held.map((h) => ({ ...h, part: id(h.part) })),
    bindings: rig.bindings.map((b) => ({ ...b, part: id(b.part) })),
    failSafes: rig.failSafes.map((f) => ({ ...f, receiver: id(f.receiver) })),
    handOvers: rig.handOvers.map((h) => ({ ...h, from: id(h.from), to: id(h.to) })),
    wishes: rig.wishes.map((w) => (w.part === undefined ? w : { ...w, part: id(w.part) })),
  };
}
