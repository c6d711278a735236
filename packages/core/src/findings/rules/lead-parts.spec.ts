import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../../test/support/small-rig.js';
import { analyse } from '../../analysis/index.js';
import { applyEdits, type Rig, type Wire } from '../../rig/index.js';
import { fixesOf } from '../index.js';
import { limbsOf } from './lead-parts.js';

const place = (xMm: number) => ({ place: { xMm, yMm: 0, zMm: 0 } });

/** A pack between two parts that lie far from each other, fed by one lead with a limb to each. */
function forked(write: (w: Wire) => Wire, lengthMm = 250): Rig {
  const lead = leadOf('L', ['PK.out.1 A.in.1', 'PK.out.2 A.in.2', 'PK.out.1 B.in.1', 'PK.out.2 B.in.2'], { lengthMm });
  return smallRig(
    { PK: 'pack-4s', A: 'regulator-5v', B: 'regulator-5v' },
    [{ ...lead, wires: lead.wires.map(write) }],
    { PK: place(0), A: place(150), B: place(-150) },
  );
}
const asDrawn = (w: Wire): Wire => w;
const fromItsEnd = (w: Wire): Wire => ({ ...w, from: w.to, to: w.from });
const short = (rig: Rig) => analyse(rig).findings.filter((f) => f.rule === 'cable-short');

describe('a lead with several ends', () => {
  it('has a limb between each two parts that a wire of it joins, however its wires are written', () => {
    for (const write of [asDrawn, fromItsEnd]) {
      const limbs = limbsOf(forked(write)).map(({ from, to }) => [from, to].sort().join('–'));
      expect(limbs.sort()).toEqual(['A–PK', 'B–PK']);
    }
  });

  it('need not reach from one of its far ends to the other', () => {
    for (const write of [asDrawn, fromItsEnd]) expect(short(forked(write))).toEqual([]);
  });

  it('that is short is told limb by limb, and each is made longer by itself', () => {
    for (const write of [asDrawn, fromItsEnd]) {
      const rig = forked(write, 100);
      const told = short(rig);
      expect(told).toHaveLength(2);
      const once = applyEdits(rig, fixesOf(told[0]!)[0]!.edits).rig;
      expect(short(once)).toHaveLength(1);
    }
  });
});
