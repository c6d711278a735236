import { furtherPairs, leadLength, pinOf, type Conversation } from '../../loom/index.js';
import {
  findPin,
  portLabel,
  samePin,
  wiresAt,
  type Edit,
  type PinRef,
  type Rig,
  type WireAt,
} from '../../rig/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';
import { serialBase, serialTalks } from './serial-parts.js';

/** Serial pairs of which only one wire is there. */
export const pairHalfRule: Rule = (context) => [
  ...serialTalks(context).flatMap((c) => half(context, c)),
  ...spokenOnce(context.conversations.filter((c) => c.talker.link.pins.data && c.troubles.includes('half joined'))).map(
    (c) => lacking(context, c),
  ),
];

/** What goes both ways over the same wires is told of once. */
const spokenOnce = (all: readonly Conversation[]): Conversation[] =>
  all.filter((c, i) =>
    all.slice(0, i).every((o) => o.talker.part !== c.listener.part || o.listener.part !== c.talker.part),
  );

/** Conversations over several wires, some of which are not there, or on the wrong one of their like. */
function lacking({ rig, nets }: RuleContext, c: Conversation): RuleResult {
  const missing = [
    [c.talker.link.pins.data!, c.listener.link.pins.data!] as const,
    ...furtherPairs(c.talker, c.listener),
  ]
    .map(([a, b]) => ({ from: pinOf(c.talker, a), to: pinOf(c.listener, b) }))
    .filter(({ from, to }) => !nets.joined(from, to));
  const ends = [c.talker, c.listener].map(
    (end) =>
      new Set(
        [end.link.pins.data!, ...(end.link.alsoPins ?? [])].flatMap((at) =>
          wiresAt(rig, pinOf(end, at)).map((w) => w.cable.id),
        ),
      ),
  );
  const cable = [...ends[0]!].find((id) => ends[1]!.has(id));
  const free = missing.every(({ from, to }) => [from, to].every((at) => !wiresAt(rig, at).length));
  const lengthMm = leadLength(rig, c.talker.part.id, c.listener.part.id).needMm;
  const edits =
    cable && free
      ? missing.map((w): Edit => ({ kind: 'addWire', cable, wire: { ...w, colour: 'orange', gaugeAwg: 28, lengthMm } }))
      : [];
  return {
    rule: 'pair-half',
    mark: 'stop',
    station: 'loom',
    subjects: [...(cable ? [cable] : []), c.talker.part.id, c.listener.part.id],
    figures: [
      { name: 'cable', value: cable ?? 'several cables' },
      { name: 'controller', value: c.talker.part.id },
      { name: 'port', value: portLabel(rig, pinOf(c.talker, c.talker.link.pins.data!)) },
      { name: 'device', value: c.listener.part.id },
      { name: 'missing', value: missing.map(({ from }) => findPin(rig, from)?.pin.label ?? '').join(', ') },
    ],
    fixes: () => (edits.length ? [{ label: 'Add what is missing', edits }] : changedOver(rig, missing)),
  };
}

/** Two wires of one lead that each end where the other should: their ends change places. */
function changedOver(rig: Rig, missing: readonly { from: PinRef; to: PinRef }[]): Fix[] {
  const [one, two, ...more] = missing;
  if (!one || !two || more.length) return [];
  const a = wiresAt(rig, one.from).find((w) => samePin(w.wire[w.far], two.to));
  const b = wiresAt(rig, two.from).find((w) => samePin(w.wire[w.far], one.to));
  if (a?.cable !== b?.cable || !a || !b) return [];
  const moved = ({ cable, index, far }: WireAt, pin: PinRef): Edit => ({
    kind: 'moveEnd',
    cable: cable.id,
    wire: index,
    end: far,
    pin,
  });
  return [{ label: 'Change them over', edits: [moved(a, one.to), moved(b, two.to)] }];
}

function half(context: RuleContext, c: Conversation): RuleResult[] {
  if (!c.troubles.includes('half joined')) return [];
  const { cable, ...rest } = serialBase(context, c);
  const sends = context.nets.joined(
    pinOf(c.talker, c.talker.link.pins.send!),
    pinOf(c.listener, c.listener.link.pins.hear!),
  );
  const missing = sends
    ? { from: pinOf(c.talker, c.talker.link.pins.hear!), to: pinOf(c.listener, c.listener.link.pins.send!) }
    : { from: pinOf(c.talker, c.talker.link.pins.send!), to: pinOf(c.listener, c.listener.link.pins.hear!) };
  const lengthMm = leadLength(context.rig, missing.from.part, missing.to.part).needMm;
  // a wire that is there on the wrong pin is no missing one
  const free = [missing.from, missing.to].every((at) => !wiresAt(context.rig, at).length);
  const edit: Edit | null =
    cable && free ? { kind: 'addWire', cable, wire: { ...missing, colour: 'green', gaugeAwg: 28, lengthMm } } : null;
  return [{ ...rest, rule: 'pair-half', fixes: () => (edit ? [{ label: 'Add the other wire', edits: [edit] }] : []) }];
}
