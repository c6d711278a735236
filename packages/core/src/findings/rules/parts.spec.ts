import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { smallRig } from '../../../test/support/small-rig.js';
import type { Sheet } from '../../parts/index.js';
import { SHELF } from '../../parts/shelf/index.js';
import { addressOf, networkParts } from '../../loom/index.js';
import { subnetOf } from '../../loom/index.js';
import { freeAddresses } from './address-parts.js';
import { compareVersions } from './firmware-parts.js';

describe('versions', () => {
  const version = fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 4 });

  it('are older by the first number that differs; missing ones are nought', () => {
    fc.assert(
      fc.property(version, version, (a, b) => {
        const by = Math.sign(compareVersions(a.join('.'), b.join('.')));
        const pad = (v: number[]): string =>
          Array.from({ length: 4 }, (_, i) => String(v[i] ?? 0).padStart(3, '0')).join();
        expect(by).toBe(pad(a) < pad(b) ? -1 : pad(a) > pad(b) ? 1 : 0);
        expect(Math.sign(compareVersions(b.join('.'), a.join('.')))).toBe(-by + 0);
      }),
    );
  });

  it.each([
    ['4.5.0', '4.10', -1],
    ['4.5', '4.5.0', 0],
    ['10', '9.9.9', 1],
  ])('%s against %s', (a, b, by) => expect(Math.sign(compareVersions(a, b))).toBe(by));
});

describe('addresses', () => {
  const speaks = SHELF.filter((s) => s.links.some((l) => l.kind === 'ethernet' && l.params.address !== undefined));
  const rig = (addresses: string[]) =>
    smallRig(
      Object.fromEntries(addresses.map((_, i) => [`N${i}`, speaks[i % speaks.length]!.class])),
      [],
      Object.fromEntries(addresses.map((address, i) => [`N${i}`, { address }])),
    );

  it('the shelf has parts that speak over the network', () => expect(speaks.length).toBeGreaterThan(0));

  it('a free one is of the subnet and nobody’s', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 18, max: 40 }), { minLength: 1, maxLength: 12 }), (hosts) => {
        const now = rig(hosts.map((h) => `192.168.7.${h}`));
        const [free] = freeAddresses(now, '192.168.7.1', 1) as [string];
        expect(subnetOf(free)).toBe('192.168.7');
        expect(networkParts(now).map((p) => addressOf(now, p.id))).not.toContain(free);
      }),
      { numRuns: 30 },
    );
  });

  it('the user’s goes before the maker’s', () => {
    const now = rig(['10.0.0.9']);
    expect(addressOf(now, 'N0')).toBe('10.0.0.9');
    const maker = smallRig({ N0: speaks[0]!.class });
    expect(addressOf(maker, 'N0')).toBe(speaks[0]!.links.find((l) => l.params.address)!.params.address);
  });

  it('is one where the sheet names none, on what has a network plug and on nothing else', () => {
    const now = rig(['10.0.0.9', '10.0.1.9']);
    const unnamed = (sheet: Sheet): Sheet => ({
      ...sheet,
      links: sheet.links.map((l) => ({ ...l, params: { ...l.params, address: undefined } })),
    });
    const sheets = Object.fromEntries(Object.entries(now.sheets).map(([cls, sheet]) => [cls, unnamed(sheet)]));
    expect(networkParts({ ...now, sheets }).map((p) => p.id)).toEqual(['N0', 'N1']);
    expect(networkParts({ ...now, sheets, parts: now.parts.map(({ address: _, ...p }) => p) })).toEqual([]);
    const pack = smallRig({ PK: 'pack-3s' }, [], { PK: { address: '10.0.0.9' } });
    expect(networkParts(pack)).toEqual([]);
  });

  it('there is none when the subnet is full', () => {
    const full = rig(Array.from({ length: 235 }, (_, i) => `10.1.1.${20 + i}`));
    expect(freeAddresses(full, '10.1.1.3', 1)).toEqual([]);
    expect(freeAddresses(full, '10.1.2.3', 2)).toEqual(['10.1.2.20', '10.1.2.21']);
  });
});
