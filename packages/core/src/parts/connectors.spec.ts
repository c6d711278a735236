import { describe, expect, it } from 'vitest';
import { canBeMade, connectorOf } from './connectors.js';

describe('a lead between two plugs', () => {
  it('is bought from one size of a family to another, whatever a sheet calls its size', () => {
    for (const [a, b] of [
      ['HDMI micro', 'HDMI A'],
      ['hdmi full', 'HDMI type D'],
      ['USB receptacle', 'USB C'],
      ['Ethernet 8-way', 'LAN socket'],
    ] as const)
      expect(canBeMade(a, b) && canBeMade(b, a), `${a} to ${b}`).toBe(true);
  });

  it('is made of a phono lead that is cut, whatever is crimped to its end; of the foot of an antenna it is not', () => {
    for (const family of ['latching 1.25 mm', 'solder pad', 'terminal 2'])
      expect([canBeMade('coax press', family), canBeMade('coax screw', family)], family).toEqual([true, false]);
  });

  it('is none between families that no lead joins', () => {
    expect(canBeMade('HDMI micro', 'USB C')).toBe(false);
    expect(canBeMade('HDMI micro', 'latching 1.25 mm')).toBe(false);
    expect(canBeMade('coax screw', 'coax press')).toBe(false);
  });

  it('knows a family by its name in any letters, and rates none that it does not know', () => {
    expect(connectorOf(' Latching 1.25 MM')).toEqual(connectorOf('latching 1.25 mm'));
    expect(connectorOf('USB C').maxA).toBeNull();
  });
});
