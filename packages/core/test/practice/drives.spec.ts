import { expect, it } from 'vitest';
import { findChains, stopUs, stopsDrive } from '../../src/channels/index.js';
import { propose } from '../../src/propose/index.js';
import { applyEdits, type Rig } from '../../src/rig/index.js';
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
