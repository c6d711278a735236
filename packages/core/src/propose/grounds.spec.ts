import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leadOf, smallRig } from '../../test/support/small-rig.js';
import { groundTracker } from './grounds.js';

const IDS = ['A', 'B', 'C', 'D', 'E'];
const classes = Object.fromEntries(IDS.map((id) => [id, 'regulator-5v']));

describe('grounds over leads', () => {
  it('are shared exactly where leads with a ground join the parts, in whatever order they came', () => {
    const lead = fc.record({
      a: fc.constantFrom(...IDS),
      b: fc.constantFrom(...IDS),
      ground: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(lead, { maxLength: 8 }), (drafts) => {
        const leads = drafts.filter(({ a, b }) => a !== b);
        const rig = smallRig(classes);
        const ground = rig.sheets['regulator-5v']!.sources[0]!.minus;
        const plus = rig.sheets['regulator-5v']!.sources[0]!.plus;
        const tracker = groundTracker(rig);
        leads.forEach(({ a, b, ground: has }, i) => {
          const at = has ? ground : plus;
          tracker.add(rig, leadOf(`C${i + 1}`, [`${a}.${at.port}.${at.pin} ${b}.${at.port}.${at.pin}`]));
        });
        const joined = (a: string, b: string): boolean => {
          const reached = new Set([a]);
          for (const _ of IDS)
            for (const l of leads)
              if (l.ground && (reached.has(l.a) || reached.has(l.b))) [l.a, l.b].forEach((id) => reached.add(id));
          return reached.has(b);
        };
        for (const a of IDS)
          for (const b of IDS) {
            if (a === b) continue;
            expect(tracker.shared(a, b) !== null).toBe(joined(a, b));
            const direct = leads.findLastIndex((l) => l.ground && [a, b].includes(l.a) && [a, b].includes(l.b));
            expect(tracker.direct(a, b)).toBe(direct < 0 ? null : `C${direct + 1}`);
          }
      }),
    );
  });
});
