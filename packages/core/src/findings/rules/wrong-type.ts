import type { Conversation } from '../../loom/index.js';
import type { Rule, RuleResult } from '../finding.js';

/** A listener whose own switch, or kind, does not fit what the wire brings. */
export const wrongTypeRule: Rule = ({ conversations }) =>
  conversations
    .filter((c) => c.troubles.includes('wrong type') && !strapOf(c))
    .map((c): RuleResult => {
      // with two talkers on the wire, which of them it should understand is settled first
      const alone = !c.troubles.includes('talkers collide');
      const when = alone && c.listener.link.kind === c.kind ? c.listener.link.when : undefined;
      return {
        rule: 'wrong-type',
        mark: 'stop',
        station: 'loom',
        subjects: [c.listener.part.id, c.talker.part.id],
        figures: [
          { name: 'talker', value: c.talker.part.id },
          { name: 'brings', value: c.kind },
          { name: 'listener', value: c.listener.part.id },
          {
            name: 'expects',
            value:
              c.listener.sheet.links.find(
                (l) => l.id !== c.listener.link.id && l.pins.data?.port === c.listener.link.pins.data?.port,
              )?.kind ?? c.listener.link.kind,
          },
        ],
        fixes: () =>
          when
            ? [
                {
                  label: `Switch it to ${when.value}`,
                  edits: [{ kind: 'set', part: c.listener.part.id, setting: when.setting, value: when.value }],
                },
              ]
            : [],
      };
    });

/** The strap that would put the listener right; it is another finding, since it is bridged at power-up. */
export function strapOf(c: Conversation) {
  const when = c.listener.link.when;
  const setting = when && c.listener.sheet.settings.find((s) => s.id === when.setting);
  return setting?.how === 'strap at start' ? { when, setting } : null;
}
