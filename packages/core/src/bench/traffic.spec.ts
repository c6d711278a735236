import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { demoNamed, mendedRig } from '../../test/support/demo-rig.js';
import { findChains } from '../channels/index.js';
import { faultsOf, worldWith, type FaultKind } from '../diagnose/index.js';
import type { Rig } from '../rig/index.js';
import { compileBench, portTraffic, radioOf, runBench, setControls, startBench, trafficAsDrawn, type Flaw, type PortTraffic } from './index.js';

const benchNamed = (name: string): Rig => Proposed.of(BENCHES.find((b) => b.name === name)!.brief).rig;
const NAMES = BENCHES.map((b) => b.name);

function portsOf(rig: Rig, flaws: readonly Flaw[] = []): PortTraffic[] {
  const bench = compileBench(rig, 1, flaws);
  return portTraffic(bench, runBench(bench, startBench(bench, { awake: true }), 400));
}
const text = ({ part, port, comes, why }: PortTraffic): string => `${part} ${port} ${comes} ${why}`;

/** What the ports say that is another thing with a fault of a kind, by the fault. */
function others(rig: Rig, kind: FaultKind): PortTraffic[][] {
  const before = new Set(portsOf(rig).map(text));
  return faultsOf(rig)
    .filter((f) => f.kind === kind)
    .map((f) => worldWith(rig, f))
    .map(({ rig: real, flaws }) => trafficAsDrawn(rig, portsOf(real, flaws)).filter((p) => !before.has(text(p))));
}

describe('what comes in at the ports', () => {
  it.each(NAMES)('on %s is read wherever a function is told over it', (name) => {
    const rig = benchNamed(name);
    const rows = new Set(portsOf(rig).filter((p) => p.comes === 'read').map((p) => p.part));
    const bench = compileBench(rig);
    const told = findChains(rig).filter((c) => c.breaks === null && bench.parts.find((p) => p.part.id === c.part.id)!.feed === 'fed');
    expect(told.length).toBeGreaterThan(0);
    for (const { path } of told) for (const { listener } of path) expect(rows).toContain(listener.part.id);
  });

  it.each(NAMES)('on %s is another thing when a lead that told a function is off', (name) => {
    const rig = benchNamed(name);
    const before = portsOf(rig).map(text);
    const sound = (r: Rig): number => findChains(r).filter((c) => c.path.length && c.path.every((p) => !p.troubles.length)).length;
    const told = faultsOf(rig)
      .filter((f) => f.kind === 'cable off' && sound(worldWith(rig, f).rig) < sound(rig))
      .map((f) => worldWith(rig, f).rig);
    expect(told.length).toBeGreaterThan(0);
    for (const real of told) expect(portsOf(real).map(text)).not.toEqual(before);
  });

  it('has the width of a pulse and the rate of a bus, and falls silent with the radio where the fail-safe says so', () => {
    const bench = compileBench(mendedRig());
    const state = runBench(bench, startBench(bench, { awake: true }), 400);
    const rows = portTraffic(bench, state);
    expect(rows.find((p) => p.part === 'GB')).toMatchObject({ kind: 'sbus', comes: 'read', us: null });
    expect(rows.find((p) => p.part === 'GB')!.perS).toBeCloseTo(1000 / 7);
    expect(rows.find((p) => p.part === 'SW')).toMatchObject({ kind: 'pulse', comes: 'read', perS: 50 });
    expect(rows.find((p) => p.part === 'SW')!.us).toBeGreaterThan(900);
    const silent = {
      ...mendedRig(),
      failSafes: Array.from({ length: 16 }, (_, i) => ({ receiver: 'RX', slot: i + 1, does: 'none' as const })),
    };
    const off = compileBench(silent);
    const lost = runBench(off, setControls(runBench(off, startBench(off, { awake: true }), 400), { [radioOf('TX')]: -1 }), 2000);
    const bus = portTraffic(off, lost).find((p) => p.part === 'GB')!;
    expect(bus).toMatchObject({ comes: 'nothing', why: 'Radio receiver says nothing' });
  });

  it('is nothing over a pair that is not crossed, and from an output that is dead', () => {
    const straight = others(demoNamed('ridgeline-seven'), 'pair the wrong way round').flat();
    expect(straight.length).toBeGreaterThan(0);
    expect(new Set(straight.map((p) => p.comes))).toEqual(new Set(['nothing']));
    const dead = others(demoNamed('ridgeline-seven'), 'output dead').flat();
    expect(dead.length).toBeGreaterThan(0);
    expect(new Set(dead.map((p) => p.comes))).toEqual(new Set(['nothing']));
  });

  it('comes and is not read at a port that is set for something else, and says so', () => {
    const rig = demoNamed('ridgeline-seven');
    const otherwise = { ...rig, held: rig.held.map((h) => ({ ...h, to: 'another thing' })) };
    const told = portsOf(otherwise).filter((p) => p.part === 'FC');
    expect(told.length).toBeGreaterThan(1);
    for (const p of told) expect(p).toMatchObject({ comes: 'unread', why: 'port not set' });
  });

  it('is nobody on the wire of a lead that is off, and a part that is off says nothing', () => {
    for (const kind of ['cable off', 'wire broken'] as const) {
      const gone = others(mendedRig(), kind).flat();
      expect(gone.some((p) => p.comes === 'nothing' && p.from === null && p.why === 'no wire on it')).toBe(true);
    }
    const dead = others(mendedRig(), 'part dead').flat();
    expect(dead.some((p) => p.comes === 'nothing' && p.why.endsWith(' is off') && p.from !== null && p.why.startsWith(p.from))).toBe(true);
    expect(dead.some((p) => p.comes === 'unread' && p.why === 'the part is off')).toBe(true);
  });

  it('has no row where nothing is wired', () => {
    expect(portsOf({ ...mendedRig(), cables: [] })).toEqual([]);
  });
});
