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
