import { expect, it } from 'vitest';
import { smallRig } from '../../test/support/small-rig.js';
import { wakePlan } from './plan.js';

const driveText = (...ids: string[]): string =>
  wakePlan(
    smallRig(Object.fromEntries(ids.map((id) => [id, 'line-drive'])), [], {}, { kind: 'carriage on a line' }),
  ).steps.find((s) => s.id === 'check:drive')!.text;

it('the first run names every drive, of many the first and how many more', () => {
  expect(driveText('DA')).toBe('DA: first run slow, end stops one then the other');
  expect(driveText('DA', 'DB')).toMatch(/^DA and DB: first run slow/);
  expect(driveText('DA', 'DB', 'DC', 'DD', 'DE')).toMatch(/^DA and 4 more: first run slow/);
});

it('the stick goes to each end stop where there is one, else each way', () => {
  const rig = smallRig({ GB: 'gimbal-two-axis' });
  const endless = {
    ...rig,
    sheets: Object.fromEntries(
      Object.entries(rig.sheets).map(([cls, s]) => [
        cls,
        { ...s, joints: s.joints.map((j) => ({ ...j, endless: true })) },
      ]),
    ),
  };
  const text = (of: typeof rig): string => wakePlan(of).steps.find((s) => s.id === 'check:ends')!.text;
  expect(text(rig)).toBe('Full stick to each end stop');
  expect(text(endless)).toBe('Full stick each way');
});
