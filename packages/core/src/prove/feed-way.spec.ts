import { expect, it } from 'vitest';
import { smallRig } from '../../test/support/small-rig.js';
import { applyEdits } from '../rig/index.js';
import { planOf } from './index.js';

it('a step on a part that is fed over a splice runs through the splice and both leads', () => {
  const rig = smallRig({ PK: 'pack-4s', SP: 'splice-four', R5: 'regulator-5v', GB: 'gimbal-two-axis' }, [
    ['PK.out.1 SP.in.1', 'PK.out.2 SP.in.2'],
    ['SP.out1.1 GB.supply.1', 'SP.out1.2 GB.supply.2'],
    ['SP.out2.1 R5.in.1', 'SP.out2.2 R5.in.2'],
  ]);
  const stepOn = (of: typeof rig) =>
    planOf(of).find((s) => s.part === 'GB' && s.id.startsWith('GB.') && s.by === undefined)!;
  expect(stepOn(rig).dependsOn).toEqual(expect.arrayContaining(['GB', 'SP', 'PK', 'C1', 'C2']));
  expect(stepOn(rig).dependsOn).not.toContain('C3');
  // over a lead of its own nothing is between
  const direct = applyEdits(rig, [
    { kind: 'removeCable', cable: 'C2' },
    {
      kind: 'addCable',
      cable: {
        ...rig.cables[1]!,
        id: 'C9',
        wires: rig.cables[1]!.wires.map((w, i) => ({ ...w, from: { part: 'PK', port: 'out', pin: i + 1 } })),
      },
    },
  ]).rig;
  expect(stepOn(direct).dependsOn).toEqual(expect.arrayContaining(['GB', 'PK', 'C9']));
  expect(stepOn(direct).dependsOn).not.toContain('SP');
});
