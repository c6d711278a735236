import { setUpTwoOperators } from '../../channels/index.js';
import { hasControls } from '../../parts/index.js';
import type { Rig } from '../../rig/index.js';
import type { Fix, Rule, RuleResult } from '../finding.js';

/** Two transmitters joined by a trainer lead, and nothing handed over: the second moves nothing. @source [practice] */
export const operatorsIdleRule: Rule = ({ rig, conversations }) =>
  conversations
    .filter((c) => c.kind === 'ppm' && hasControls(c.talker.sheet) && hasControls(c.listener.sheet))
    .filter((c) => !rig.handOvers.some((h) => h.from === c.listener.part.id && h.to === c.talker.part.id))
    .map((c): RuleResult => {
      const cable = rig.cables.find((x) =>
        [c.talker, c.listener].every((end) =>
          x.wires.some((w) => w.from.part === end.part.id || w.to.part === end.part.id),
        ),
      );
      return {
        rule: 'operators-idle',
        mark: 'watch',
        station: 'channels',
        subjects: [c.listener.part.id, c.talker.part.id, ...(cable ? [cable.id] : [])],
        figures: [
          { name: 'from', value: c.listener.part.id },
          { name: 'to', value: c.talker.part.id },
          { name: 'cable', value: cable?.id ?? 'the lead' },
        ],
        fixes: () => handOver(rig),
      };
    });

function handOver(rig: Rig): Fix[] {
  const setUp = rig.wishes.some((w) => w.by === 'camera operator') ? setUpTwoOperators(rig) : null;
  if (!setUp?.ok || setUp.assigned.unsolved !== null) return [];
  const hands = setUp.edits.some((e) => e.kind === 'handOver' && e.handOver.channels.length > 0);
  return hands ? [{ label: 'Hand the camera over', edits: setUp.edits }] : [];
}
