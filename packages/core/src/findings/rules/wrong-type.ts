import { isSerial, sameSpeed, speechOf, type Conversation, type LinkEnd } from '../../loom/index.js';
import { flies, LINK_WORDS } from '../../parts/index.js';
import { settingOf } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Figure, Fix, Rule, RuleResult } from '../finding.js';

/** A link whose end is set for something else, or a listener of another kind than what the wire brings. */
export const wrongTypeRule: Rule = ({ conversations }) => {
  const found = once(conversations.filter((c) => c.troubles.includes('wrong type') && !strapOf(c))).map(
    (c): RuleResult<'wrong-type'> => {
      const off = setElsewhere(c);
      return {
        rule: 'wrong-type',
        mark: 'stop',
        station: 'loom',
        subjects: [c.listener.part.id, c.talker.part.id],
        figures: [
          { name: 'talker', value: c.talker.part.id },
          { name: 'brings', value: broughtBy(c) },
          { name: 'listener', value: c.listener.part.id },
          { name: 'expects', value: expectedOf(c) },
          ...(off ? settingFigures(off) : []),
        ],
        // with two talkers on the wire, which of them it should understand is settled first
        fixes: () => (off && !c.troubles.includes('talkers collide') ? switchBack(off) : []),
      };
    },
  );
  // several leads of one kind between two parts are put right by one setting
  return [...groupBy(found, (f) => JSON.stringify(f.figures)).values()].map(([first]) => first!);
};

/** What talks both ways is spoken of once, as its controller hears it. */
function once(wrong: readonly Conversation[]): Conversation[] {
  const isSpokenOf = (c: Conversation): boolean =>
    wrong.some((o) => o.talker.part === c.listener.part && o.listener.part === c.talker.part && comesBefore(o, c));
  return wrong.filter((c) => !isSpokenOf(c));
}

const comesBefore = (o: Conversation, c: Conversation): boolean => {
  const [a, b] = [o, c].map(({ listener }) => flies(listener.sheet));
  return a === b ? o.talker.part.id < c.talker.part.id : a!;
};

/** What a talker says, and what a listener takes: of one kind, by the names on their sheets. */
const broughtBy = ({ talker, listener, kind }: Conversation): string =>
  isSerial(talker.link) && isSerial(listener.link)
    ? speech(talker, listener)
    : LINK_WORDS[kind] + speedOf(talker, listener);
const expectedOf = ({ talker, listener }: Conversation): string =>
  isSerial(talker.link) && isSerial(listener.link)
    ? speech(listener, talker)
    : LINK_WORDS[expectedKind(listener)] + speedOf(listener, talker);
/** By the name on its sheet; where both say the same it is the speed that differs. */
const speech = (own: LinkEnd, other: LinkEnd): string => {
  const name = own.link.kind === other.link.kind ? speechOf(own.link) : undefined;
  const isNamed = name !== undefined && name !== speechOf(other.link);
  return (name ?? LINK_WORDS[own.link.kind]) + (isNamed ? '' : speedOf(own, other));
};
/** Of two ends of one kind that differ in their speed. */
const speedOf = (own: LinkEnd, other: LinkEnd): string =>
  own.link.kind === other.link.kind && !sameSpeed(own, other) ? ` at ${own.link.params.baud} baud` : '';

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
