import { expect, it } from 'vitest';
import { channelEdits, findChains, freeChannel, stopUs, stopsDrive, type Chain } from '../../src/channels/index.js';
import { at, defineSheet } from '../../src/parts/shelf/define.js';
import { SHELF } from '../../src/parts/shelf/index.js';
import { propose } from '../../src/propose/index.js';
import { rigNetwork, solveRigNetwork, wireMaxA } from '../../src/rails/index.js';
import { applyEdits, findCable, type Rig } from '../../src/rig/index.js';
import { brief } from './bench.js';
import { BENCHES } from './benches/index.js';
import { SYSTEMS } from './benches/systems.js';
import { Proposed } from './proposed.js';
import { randomBench } from './random-bench.js';

const proposed = (rig: Rig): Rig => applyEdits(rig, propose(rig).edits).rig;

// seed 2183 drives over a bus that counts otherwise: what arrives is not what is sent
const rigs = [...[...BENCHES, ...SYSTEMS].map((b) => Proposed.of(b.brief).rig), proposed(randomBench(2183))];

it('what is said to stop a drive stops it, whatever the way makes of its width', () => {
  const driven = rigs.flatMap((rig) => findChains(rig)).filter((c) => c.fn.what === 'drive' && !c.breaks);
  const stops = driven.map((c) => stopUs(c));
  driven.forEach((chain, i) => {
    if (stops[i] !== null)
      expect(stopsDrive(chain, { receiver: 'x', slot: 1, does: 'value', valueUs: stops[i]! })).toBe(true);
  });
  expect(stops.filter((us) => us !== null).length).toBeGreaterThan(2);
  expect(stops.some((us) => us !== null && us !== 1500)).toBe(true);
});

it('a brake is held by the window that is called so, never by one that is called off; where names say nothing, by the highest', () => {
  const brake = rigs.flatMap((rig) => findChains(rig)).find((c) => c.fn.what === 'brake' && !c.breaks)!;
  const [low, high] = brake.fn.windows!.toSorted((a, b) => a.fromUs - b.fromUs);
  const stopAt = (lowCalled: string, highCalled: string): 'low' | 'high' => {
    const windows = [
      { ...low!, label: lowCalled },
      { ...high!, label: highCalled },
    ];
    const chain = { ...brake, fn: { ...brake.fn, windows } };
    const valueUs = stopUs(chain)!;
    expect(stopsDrive(chain, { receiver: 'x', slot: 1, does: 'value', valueUs })).toBe(true);
    return valueUs < (brake.setup.reverse ? 3000 - high!.fromUs : high!.fromUs) ? 'low' : 'high';
  };
  expect(stopAt('run', 'stop')).toBe('high');
  expect(stopAt('brake off', 'brake on')).toBe('high');
  expect(stopAt('Brake on', 'Brake off')).toBe('low');
  expect(stopAt('Kill', 'go')).toBe('low');
  expect(stopAt('brake released', 'carriage held')).toBe('high');
  expect(stopAt('one', 'two')).toBe('high');
});

it('what shares the slot of a drive moves off it without its fail-safe, and a drive that moves takes its own along', () => {
  let [others, drives] = [0, 0];
  for (const rig of rigs)
    for (const chain of findChains(rig).filter((c) => c.fn.what === 'drive' && !c.breaks && c.shaping)) {
      const receiver = chain.path[0]!.talker.part.id;
      const safe = (now: Rig, slot: number | null) =>
        now.failSafes.find((f) => f.receiver === receiver && f.slot === slot);
      const after = (who: Chain, to: number): Rig => applyEdits(rig, channelEdits(rig, findChains(rig), who, to)).rig;
      const free = freeChannel(rig, findChains(rig), chain);
      if (free === null) continue;
      const moved = after(chain, free);
      const now = findChains(moved).find((c) => c.part.id === chain.part.id && c.fn.id === chain.fn.id)!;
      if (now.slot !== free) continue;
      expect(stopsDrive(now, safe(moved, free))).toBe(stopsDrive(chain, safe(rig, chain.slot)));
      drives++;
      const beside = findChains(rig).find(
        (c) => c.fn.takes === 'rate' && c.fn.what !== 'drive' && c.path[0]?.talker.part.id === receiver && !c.breaks,
      );
      if (!beside || beside.path[0]!.kind === 'pulse') continue;
      const shared = applyEdits(rig, [
        { kind: 'bind', binding: { part: beside.part.id, fn: beside.fn.id, slot: chain.slot!, reverse: false } },
      ]).rig;
      const chains = findChains(shared);
      const own = chains.find((c) => c.part.id === beside.part.id && c.fn.id === beside.fn.id)!;
      const edits = channelEdits(shared, chains, own, free);
      expect(edits.filter((e) => e.kind === 'failSafe')).toEqual([]);
      others++;
    }
  expect([drives, others].every((n) => n > 0)).toBe(true);
});

it('leads of packs in pair carry what then flows in each, and so do their fuses', () => {
  const pack = SHELF.find((c) => c.class === 'pack-14s-tool')!;
  const { family } = pack.ports[0]!.plug;
  const plug = (id: string, way: 'in' | 'out') => ({
    id,
    label: id,
    side: 'left' as const,
    plug: { family, pins: 2 },
    pins: [
      { n: 1, label: '+', line: 'supply' as const, way },
      { n: 2, label: '−', line: 'ground' as const },
    ],
  });
  // one plug is there for the motors, the other for the rail; both are one rail inside, and the packs share what it draws
  const drive = defineSheet({
    class: 'own-drive',
    revision: 1,
    role: 'drive',
    name: 'Drive with two plugs',
    summary: 'motors at one, rail at the other',
    group: 'Power',
    massG: 9000,
    ports: [plug('a', 'in'), plug('b', 'in'), plug('rail', 'out')],
    ties: [[at('a', 1), at('b', 1)]],
    supplies: [
      {
        id: 'motors',
        plus: at('a', 1),
        minus: at('a', 2),
        volts: [38, 60],
        draw: { kind: 'power', typical: 200, peak: 1000 },
      },
      {
        id: 'rail',
        plus: at('b', 1),
        minus: at('b', 2),
        volts: [38, 60],
        draw: { kind: 'regulator', typical: 0, peak: 0 },
      },
    ],
    sources: [
      {
        id: 'rail',
        kind: 'buck',
        plus: at('rail', 1),
        minus: at('rail', 2),
        maxA: 4,
        outOhm: 0.03,
        regulator: { volts: 24, dropoutV: 2, efficiency: 0.9, quiescentA: 0.02, fedBy: 'rail' },
      },
    ],
  });
  const { proposal, rig } = Proposed.of({
    ...brief(
      'Gorge line',
      'carriage on a line',
      [
        ['PA', pack.class],
        ['PB', pack.class],
        ['DR', drive.class],
        ['NR', 'data-radio-fed'],
      ],
      [],
    ),
    sheets: [drive],
  });
  expect(proposal.unmet.filter((u) => u.part === 'DR')).toEqual([]);
  const { wires } = solveRigNetwork(rigNetwork(rig, 'peak'), 0);
  const leads = wires
    .map(({ cable, wire, amps }) => ({ wire: findCable(rig, cable)!.wires[wire]!, amps: Math.abs(amps) }))
    .filter(({ wire }) => [wire.from, wire.to].some((p) => p.part === 'PA' || p.part === 'PB'));
  expect(leads.length).toBeGreaterThanOrEqual(4);
  for (const { wire, amps } of leads) {
    expect(wireMaxA(wire.gaugeAwg)).toBeGreaterThan(amps);
    if (wire.inline?.kind === 'fuse') expect(wire.inline.amps).toBeGreaterThan(amps);
  }
  expect(leads.filter(({ wire }) => wire.inline?.kind === 'fuse').length).toBeGreaterThan(1);
});
