import { pinOf } from '../../loom/index.js';
import { portLabel, wiresAt, type Edit } from '../../rig/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A bus on a port that cannot turn it over: silent, raw bytes are framing errors. @source [practice] SBUS logic is inverted */
export const serialNotInvertedRule: Rule = ({ rig, conversations }) =>
  conversations
    .filter((c) => c.troubles.includes('not inverted'))
    .map((c): RuleResult => {
      const at = pinOf(c.listener, c.listener.link.pins.hear!);
      const edits = wiresAt(rig, at).map(({ cable, index }): Edit => ({
        kind: 'setWire',
        cable: cable.id,
        wire: index,
        inline: { kind: 'inverter' },
      }));
      return {
        rule: 'serial-not-inverted',
        mark: 'stop',
        station: 'loom',
        subjects: [c.talker.part.id, c.listener.part.id],
        figures: [
          { name: 'talker', value: c.talker.part.id },
          { name: 'controller', value: c.listener.part.id },
          { name: 'port', value: portLabel(rig, at) },
        ],
        fixes: () => (edits.length ? [{ label: 'Put an inverter in', edits }] : []),
      };
    });
