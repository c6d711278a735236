import { describe, expect, it } from 'vitest';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import type { Rig } from '../rig/index.js';
import { rigNetwork, solveRigNetwork } from './index.js';
import { railBand } from './studies.js';

const rigs = BENCHES.filter((_, i) => i % 4 === 0).map((b): [string, Rig] => [b.name, Proposed.of(b.brief).rig]);

describe('volts over many rigs of the same sheets', () => {
  it.each(rigs)('of %s lie about the sheets and inside the worst together', (_, rig) => {
    const network = rigNetwork(rig);
    const nodes = solveRigNetwork(network, 0.5).nodes;
    railBand(network, 0.5, 200).forEach((band, i) => {
      const volts = nodes[i]!.volts;
      expect(band.leastV).toBeLessThanOrEqual(band.lowV + 1e-9);
      expect(band.lowV).toBeLessThanOrEqual(volts + 1e-6);
      expect(band.highV).toBeGreaterThanOrEqual(volts - 1e-6);
      expect(band.mostV).toBeGreaterThanOrEqual(band.highV - 1e-9);
    });
  });

  it('are the same for the same seed and change nothing of the rig', () => {
    const network = rigNetwork(rigs[0]![1]);
    const before = JSON.stringify(network.prepared.circuit);
    expect(railBand(network, 0.5, 50, 7)).toEqual(railBand(network, 0.5, 50, 7));
    expect(railBand(network, 0.5, 50, 7)).not.toEqual(railBand(network, 0.5, 50, 8));
    expect(JSON.stringify(network.prepared.circuit)).toBe(before);
  });

  it('say in how many rigs a supply lies outside what it takes', () => {
    // 12 W from a half empty pack over a lead that takes it down to its floor
    const outside = (lengthMm: number): number => {
      const lead = leadOf('C1', ['PK.out.1 GB.supply.1 red', 'PK.out.2 GB.supply.2 black'], { gaugeAwg: 30, lengthMm });
      const network = rigNetwork(smallRig({ PK: 'pack-2s', GB: 'gimbal-two-axis' }, [lead]));
      return railBand(network, 0.5, 400).find((b) => b.part === 'GB')!.outside;
    };
    const [short, long] = [outside(10), outside(4000)];
    expect(long).toBeGreaterThan(short);
    expect(long).toBe(1);
  });
});
