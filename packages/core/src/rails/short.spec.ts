import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import type { Inline } from '../rig/index.js';
import { rigNetwork, wireOhm } from './index.js';
import { shortsOf, wireMeltA2s, type Short } from './studies.js';

function shortAt(gaugeAwg: number, fuseA?: number, lengthMm = 300): Short {
  const lead = leadOf('C1', ['PK.out.1 VT.supply.1 red', 'PK.out.2 VT.supply.2 black'], { gaugeAwg, lengthMm });
  const inline: Inline | undefined = fuseA === undefined ? undefined : { kind: 'fuse', amps: fuseA };
  if (inline) lead.wires[0] = { ...lead.wires[0]!, inline };
  const rig = smallRig({ PK: 'pack-4s', VT: 'video-transmitter-pack' }, [lead]);
  return shortsOf(rig, rigNetwork(rig)).find((s) => s.part === 'VT')!;
}

describe('a short at a plug', () => {
  it('draws what the pack gives through itself and the lead', () => {
    const rig = smallRig({ PK: 'pack-4s', VT: 'video-transmitter-pack' });
    const { outOhm } = rig.sheets['pack-4s']!.sources[0]!;
    // a pair of contacts at the pack, solder pads at the transmitter
    const plugs = 2 * 0.0003;
    const ohm = outOhm + plugs + 2 * wireOhm({ gaugeAwg: 24, lengthMm: 300 }) + 0.005;
    expect(shortAt(24).amps).toBeCloseTo(16.8 / ohm, 0);
  });

  it('burns the wire where there is no fuse, in the time of the adiabatic rule', () => {
    const { first, wire, amps } = shortAt(24);
    expect(first).toBe('wire');
    expect(wire!.afterS).toBeCloseTo(wireMeltA2s(24) / wire!.amps ** 2, 6);
    expect(wire!.amps).toBeCloseTo(amps, 0);
  });

  it('blows the fuse first where it is small enough, and burns the wire first where it is not', () => {
    expect(shortAt(20, 5)).toMatchObject({ first: 'fuse', fuse: { cable: 'C1', wire: 0 } });
    expect(shortAt(30, 40)).toMatchObject({ first: 'wire' });
  });

  it('behind a regulator is no more than the regulator gives', () => {
    const rig = mendedRig();
    const behind = shortsOf(rig, rigNetwork(rig)).find((s) => s.part === 'RX')!;
    const most = rig.sheets[rig.parts.find((p) => p.id === 'R5')!.class]!.sources[0]!.maxA;
    expect(behind.amps).toBeLessThanOrEqual(1.5 * most + 1e-6);
  });

  it('a thicker wire takes as much more heat as its section squared', () => {
    // three gauges are half the section
    expect(wireMeltA2s(20) / wireMeltA2s(23)).toBeCloseTo(4, 1);
  });
});
