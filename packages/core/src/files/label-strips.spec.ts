import { describe, expect, it } from 'vitest';
import { mendedRig } from '../../test/support/demo-rig.js';
import { BENCHES } from '../../test/practice/benches/index.js';
import { Proposed } from '../../test/practice/proposed.js';
import { applyEdit } from '../rig/index.js';
import { labelStrips } from './label-strips.js';

const rowsOf = (cable: string, rig = mendedRig()): string[][] =>
  labelStrips(rig)
    .data.filter((r) => r[0] === cable)
    .map((r) => r.map(String));

describe('label strips', () => {
  it('name the lead, where it sits and where it goes, and what is crossed on purpose', () => {
    const [fc, camera] = rowsOf('C6');
    expect(fc).toEqual([
      'C6',
      'Flight controller serial 4',
      'C6 · Flight controller serial 4',
      'C6 · Flight controller serial 4',
      expect.stringMatching(/^to Zoom camera .*, RX TX crossed$/),
    ]);
    expect(camera![4]).toMatch(/^to Flight controller serial 4, RX TX crossed$/);
    const straight = applyEdit(mendedRig(), { kind: 'crossPair', cable: 'C6' }).rig;
    expect(rowsOf('C6', straight).join()).not.toContain('crossed');
  });

  it('are one for every plug of every lead, on every bench', () => {
    for (const { brief } of BENCHES) {
      const { rig } = Proposed.of(brief);
      const { data } = labelStrips(rig);
      for (const cable of rig.cables) {
        const own = data.filter((r) => r[0] === cable.id);
        expect(own.length).toBeGreaterThanOrEqual(2);
        expect(new Set(own.map((r) => r[2])).size).toBe(own.length);
      }
    }
  });
});
