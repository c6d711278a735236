import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyEdit } from '../../test/support/any-edit.js';
import { mendedRig } from '../../test/support/demo-rig.js';
import { applyEdit, applyEdits, differences, type Edit, type Rig } from './index.js';

const after = (...edits: Edit[]): Rig => applyEdits(mendedRig(), edits).rig;
const said = (...edits: Edit[]): string[] => differences(mendedRig(), after(...edits)).map((d) => d.text);

describe('two states of a rig side by side', () => {
  it('say in bench words what is otherwise', () => {
    expect(said({ kind: 'crossPair', cable: 'C6' })).toEqual(['C6: its pair crossed the other way']);
    expect(said({ kind: 'removeCable', cable: 'C6' })[0]).toMatch(/^C6 between .* and .* taken off$/);
    const binding = mendedRig().bindings.find((b) => b.part === 'GB')!;
    expect(said({ kind: 'bind', binding: { ...binding, slot: 16 } })[0]).toMatch(
      new RegExp(`slot ${binding.slot} → 16`),
    );
    const { channel, transmitter, highUs } = mendedRig().shaping[0]!;
    expect(said({ kind: 'shape', transmitter, channel, change: { highUs: highUs - 50, reverse: true } })[0]).toMatch(
      new RegExp(`channel ${channel}: high end ${highUs} µs → ${highUs - 50} µs and reversed`),
    );
  });

  it('are nothing between a rig and itself', () => expect(differences(mendedRig(), mendedRig())).toEqual([]));

  it('are never nothing where a mended rig, told anew, is otherwise on the bench', () => {
    const rig = mendedRig();
    fc.assert(
      fc.property(anyEdit(rig), (edit) => {
        let now: Rig;
        try {
          now = applyEdit(rig, edit).rig;
        } catch {
          return;
        }
        const found = differences(rig, now);
        const asOne = (r: Rig): string => JSON.stringify({ ...r, revision: 0 });
        if (asOne(rig) !== asOne(now)) expect(found.length, JSON.stringify(edit)).toBeGreaterThan(0);
        for (const d of [...found, ...differences(now, rig)]) {
          expect(d.text).not.toMatch(/undefined|NaN|\[object/);
          expect(d.subject.length).toBeGreaterThan(0);
        }
      }),
      { numRuns: 300 },
    );
  });
});
