import type { Conversation, LinkEnd } from '../../loom/index.js';
import { LINK_WORDS } from '../../parts/index.js';
import { settingOf } from '../../rig/index.js';
import type { Figure, Fix, Rule, RuleResult } from '../finding.js';

/** A link whose end is set for something else, or a listener of another kind than what the wire brings. */
export const wrongTypeRule: Rule = ({ conversations }) =>
  conversations
    .filter((c) => c.troubles.includes('wrong type') && !strapOf(c))
    .map((c): RuleResult => {
      const off = setElsewhere(c);
      return {
        rule: 'wrong-type',
        mark: 'stop',
        station: 'loom',
        subjects: [c.listener.part.id, c.talker.part.id],
        figures: [
          { name: 'talker', value: c.talker.part.id },
          { name: 'brings', value: LINK_WORDS[c.kind] },
          { name: 'listener', value: c.listener.part.id },
          { name: 'expects', value: LINK_WORDS[expectedKind(c.listener)] },
          ...(off ? settingFigures(off) : []),
        ],
        // with two talkers on the wire, which of them it should understand is settled first
        fixes: () => (off && !c.troubles.includes('talkers collide') ? switchBack(off) : []),
      };
    });

/** The end whose own setting has put its link out of use, where the two would understand each other. */
function setElsewhere({ talker, listener, kind }: Conversation): LinkEnd | null {
  if (listener.link.kind !== kind) return null;
  return [listener, talker].find((end) => !end.live && end.link.when) ?? null;
}

/** What a listener's pin takes as it stands: another link on the same pin, or its own. */
const expectedKind = ({ sheet, link }: LinkEnd): LinkEnd['link']['kind'] =>
  sheet.links.find((l) => l.id !== link.id && l.pins.data?.port === link.pins.data?.port)?.kind ?? link.kind;

function settingFigures({ part, sheet, link }: LinkEnd): Figure<'set part' | 'setting' | 'stands' | 'wants'>[] {
  const { setting, value } = link.when!;
  return [
    { name: 'set part', value: part.id },
    { name: 'setting', value: sheet.settings.find((s) => s.id === setting)?.label ?? setting },
    { name: 'stands', value: settingOf(sheet, part, setting) ?? 'nothing' },
    { name: 'wants', value, source: 'part sheet' },
  ];
}

const switchBack = ({ part, link }: LinkEnd): Fix[] => [
  {
    label: `Switch it to ${link.when!.value}`,
    edits: [{ kind: 'set', part: part.id, setting: link.when!.setting, value: link.when!.value }],
  },
];

/** The strap that would put the listener right; it is another finding, since it is bridged at power-up. */
export function strapOf(c: Conversation) {
  const when = c.listener.link.when;
  const setting = when && c.listener.sheet.settings.find((s) => s.id === when.setting);
  return setting?.how === 'strap at start' ? { when, setting } : null;
}
