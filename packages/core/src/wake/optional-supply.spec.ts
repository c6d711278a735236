import { expect, it } from 'vitest';
import { demoRig } from '../../test/support/demo-rig.js';
import { at, eats, supplyPort } from '../parts/shelf/define.js';
import { flies } from '../parts/index.js';
import { partsThat, type Rig } from '../rig/index.js';
import { wakePlan } from './plan.js';

const rig = demoRig();
const { part: craft, sheet } = partsThat(rig, flies)[0]!;

/** The same rig with one more supply on its controller, on a plug that no lead touches. */
const withSupply = (optional: boolean): Rig => ({
  ...rig,
  sheets: {
    ...rig.sheets,
    [sheet.class]: {
      ...sheet,
      ports: [...sheet.ports, supplyPort('desk', 'desk supply', 'left')],
      supplies: [
        ...sheet.supplies,
        { ...eats('desk', [4.5, 5.5], 2, 3), id: 'desk', plus: at('desk', 1), minus: at('desk', 2), optional },
      ],
    },
  },
});
const starts = (of: Rig): number => wakePlan(of).steps.filter((s) => s.id.startsWith(`${craft.id}:start`)).length;

it('a part starts though a supply that it works without is fed by nobody, and not where one that it needs is', () => {
  expect(sheet.starts.length).toBeGreaterThan(0);
  expect(starts(rig)).toBe(sheet.starts.length);
  expect(starts(withSupply(true))).toBe(sheet.starts.length);
  expect(starts(withSupply(false))).toBe(0);
});
