import { describe, expect, it } from 'vitest';
import { demoRig } from '../../test/support/demo-rig.js';
import { otherFunctions } from '../../test/support/other-functions.js';
import { twoOperators } from '../../test/support/two-operators.js';
import type { Rig } from '../rig/index.js';
import { wakePlan } from './plan.js';

const rests = (rig: Rig): string[] =>
  wakePlan(rig).steps.flatMap((s) => /(throttle (low|in the middle)|controls at rest).*/i.exec(s.text)?.[0] ?? []);

/** A throttle that goes forward and back. */
const bothWays = (rig: Rig): Rig => otherFunctions(rig, 'throttle', { range: { from: -100, to: 100, unit: '%' } });

describe('the sticks before the packs go on', () => {
  it('stand low where they lift, in the middle where low would be full astern', () => {
    expect(rests(demoRig())).toEqual([expect.stringMatching(/^Throttle low/)]);
    expect(rests(bothWays(demoRig()))).toEqual([expect.stringMatching(/^Throttle in the middle/)]);
  });

  it('rest on a second desk that has no throttle to give', () => {
    const [first, second] = rests(twoOperators());
    expect(first).toMatch(/throttle low/i);
    expect(second).toMatch(/controls at rest/i);
  });
});
