import { featuresOn, isGivenTo, keysOf, resourceOf } from '../../loom/index.js';
import type { Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A pad that plays camera keys or pulses while a feature still holds it, or keys that it was never given to. @source [practice] */
export const padHeldRule: Rule = ({ rig, conversations }) =>
  conversations
    .filter((c) => c.troubles.includes('pad held') || (c.kind === 'ladder' && c.troubles.includes('port not set')))
    .map((c): RuleResult => {
      const resource = resourceOf(c.talker)!;
      const isLadder = c.kind === 'ladder';
      const protocol = keysOf(c.talker.link);
      const held = rig.held.filter((h) => h.part === c.talker.part.id && h.resource === resource.id);
      const others = isLadder
        ? held.filter((h) => !isGivenTo(h, protocol, c.listener))
        : featuresOn(rig, c.talker, resource, c.listener);
      const edits: Edit[] = others.map((h) => ({ kind: 'release', part: h.part, resource: h.resource, to: h.to }));
      if (isLadder && held.length === others.length)
        edits.push({ kind: 'hold', held: { part: c.talker.part.id, resource: resource.id, to: protocol } });
      return {
        rule: 'pad-held',
        mark: 'stop',
        station: 'loom',
        subjects: [c.talker.part.id, c.listener.part.id],
        figures: [
          { name: 'controller', value: c.talker.part.id },
          { name: 'device', value: c.listener.part.id },
          { name: 'resource', value: resource.label },
          { name: 'gives', value: isLadder ? 'camera keys' : 'pulses' },
          { name: 'holders', value: others.map((h) => h.to).join(', ') || 'nobody' },
        ],
        fixes: () => [{ label: isLadder ? 'Give it to the keys' : 'Release it', edits }],
      };
    });
