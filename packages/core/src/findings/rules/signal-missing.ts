import {
  isSerial,
  leadLength,
  linkEnds,
  pinOf,
  speakAlike,
  type Conversation,
  type LinkEnd,
} from '../../loom/index.js';
import {
  LINK_WORDS,
  anyOver,
  holdsTwo,
  linksAt,
  type Link,
  type LinkKind,
  type Pin,
  type PinAt,
} from '../../parts/index.js';
import {
  findPin,
  oncePerRig,
  portLabel,
  sheetOf,
  wiresAt,
  type Cable,
  type Edit,
  type PinRef,
  type Rig,
  type Wire,
  type WireAt,
} from '../../rig/index.js';
import { groupBy } from '../../units/index.js';
import type { Fix, Rule, RuleContext, RuleResult } from '../finding.js';

/** Plugs that people join for their volts alone. [practice] a camera charged from a computer */
const FOR_VOLTS: ReadonlySet<LinkKind> = new Set(['usb', 'ethernet']);

type Context = Pick<RuleContext, 'rig' | 'conversations'>;

/** A lead between two plugs that could talk, with its supply or ground and without the wire that says anything. @source [practice] */
export const signalMissingRule: Rule = (context) =>
  context.rig.cables.flatMap((cable) =>
    silences(context, cable).map(([talker, listener]) => lacking(context, cable, talker, listener)),
  );

/** The wires by which a lead of volts alone would say what its plugs could. */
export const signalWires = (context: Context, cable: Cable): Wire[] =>
  silences(context, cable).flatMap(
    ([talker, listener]) => addedWire(context.rig, cable, refOf(talker), refOf(listener)) ?? [],
  );

/** Who could say something by a lead to whom, and does not. */
function silences(context: Context, cable: Cable): (readonly [talker: LinkEnd, listener: LinkEnd])[] {
  const ends = plugged(context.rig).by;
  return portPairs(cable).flatMap(([a, b]) => {
    const talkers = at(ends, a, 'listen');
    return at(ends, b, 'talk').flatMap((listener) => {
      const talker = talkerFor(context, talkers, listener);
      return talker && isSilent(context, talker, listener) ? [[talker, listener] as const] : [];
    });
  });
}

const plugged = oncePerRig((rig): { by: ReadonlyMap<string, readonly LinkEnd[]> } => ({
  by: groupBy(
    linkEnds(rig).filter((e) => e.live && onePin(e.link) && !FOR_VOLTS.has(e.link.kind)),
    (e) => plugOf({ part: e.part.id, port: onePin(e.link)!.port }),
  ),
}));

/** The pin of what goes one way; none of a serial pair, of which `pair-half` tells. */
const onePin = ({ pins: { data, send, hear } }: Link): PinAt | undefined =>
  data ?? (send && hear ? undefined : (send ?? hear));

const plugOf = ({ part, port }: Pick<PinRef, 'part' | 'port'>): string => `${part} ${port}`;

const at = (ends: ReadonlyMap<string, readonly LinkEnd[]>, pin: PinRef, never: 'listen' | 'talk'): LinkEnd[] =>
  (ends.get(plugOf(pin)) ?? []).filter((e) => e.link.way !== never);

/**
 * What would say it. Of several pulses on one plug: the one of the same name that nobody hears yet, else the first such, and none for
 * what is not asked for while the plug brings others.
 */
function talkerFor(
  { rig, conversations }: Context,
  talkers: readonly LinkEnd[],
  listener: LinkEnd,
): LinkEnd | undefined {
  const alike = talkers.filter(
    ({ link }) => link.kind === listener.link.kind && (!isSerial(link) || speakAlike(link, listener.link)),
  );
  if (listener.link.kind !== 'pulse' || alike.length < 2) return alike[0];
  const heard = conversations.filter(
    (c) => c.listener.part === listener.part && alike.some((t) => t.link === c.talker.link),
  );
  if (heard.length && !isWanted(rig, listener)) return undefined;
  const free = alike.filter((t) => !heard.some((c) => c.talker.link === t.link));
  const name = pinAt(rig, listener)?.label;
  return free.find((t) => pinAt(rig, t)?.label === name) ?? free[0];
}

const refOf = (end: LinkEnd): PinRef => pinOf(end, onePin(end.link)!);
const pinAt = (rig: Rig, end: LinkEnd): Pin | undefined => findPin(rig, refOf(end))?.pin;

/** Something is wished for that is told over it, or it tells nothing in particular: a motor's pulse. */
function isWanted({ wishes }: Rig, { part, sheet, link }: LinkEnd): boolean {
  const told = sheet.functions.filter((f) => anyOver(f).includes(link.id));
  const isWished = ({ what }: (typeof told)[number]): boolean =>
    wishes.some((w) => w.what === what && (w.part === undefined || w.part === part.id));
  return !sheet.functions.length || told.some(isWished);
}

/** Plugs that a lead joins, each pair both ways round. */
function portPairs({ wires }: Cable): [PinRef, PinRef][] {
  const pairs = new Map<string, [PinRef, PinRef]>();
  for (const { from, to } of wires)
    for (const [a, b] of [
      [from, to],
      [to, from],
    ] as const)
      pairs.set(`${a.part}.${a.port} ${b.part}.${b.port}`, [a, b]);
  return [...pairs.values()];
}

/** Kinds that bring all channels at once: one of them will do. */
const CHANNELS: ReadonlySet<LinkKind> = new Set(['sbus', 'ppm', 'crsf']);

/** Nothing is on the pin that hears but what never says anything, and what it would say comes no other way. Each pulse is one of its own, and heard at one pin of a plug. */
function isSilent({ rig, conversations }: Context, talker: LinkEnd, listener: LinkEnd): boolean {
  if (wiresAt(rig, refOf(listener)).some((w) => !isMute(rig, w.wire[w.far]))) return false;
  const { kind } = listener.link;
  const sameAs = (other: LinkKind): boolean => (CHANNELS.has(kind) ? CHANNELS.has(other) : other === kind);
  const isOfBoth = (c: Conversation): boolean =>
    sameAs(c.kind) && c.talker.part === talker.part && c.listener.part === listener.part;
  const isThisPulse = (c: Conversation): boolean =>
    c.talker.link === talker.link && onePin(c.listener.link)?.port === refOf(listener).port;
  return !conversations.some((c) => isOfBoth(c) && (kind !== 'pulse' || isThisPulse(c)));
}

/** A signal pin by which nothing is said: one that only hears, or of which the sheet tells nothing. */
const isMute = (rig: Rig, at: PinRef): boolean =>
  findPin(rig, at)?.pin.line === 'signal' && linksAt(sheetOf(rig, at.part), at).every((l) => l.way === 'listen');

/** The pin by its name, where the plug hears several things. */
const pinName = (rig: Rig, end: LinkEnd): string[] =>
  end.sheet.links.filter((l) => l.way !== 'talk' && onePin(l)?.port === refOf(end).port).length > 1
    ? [pinAt(rig, end)!.label]
    : [];

function lacking({ rig }: Context, cable: Cable, talker: LinkEnd, listener: LinkEnd): RuleResult {
  const [from, to] = [refOf(talker), refOf(listener)];
  return {
    rule: 'signal-missing',
    mark: 'stop',
    station: 'loom',
    subjects: [cable.id, talker.part.id, listener.part.id],
    apart: `${to.port}.${to.pin}`,
    figures: [
      { name: 'cable', value: cable.id },
      { name: 'talker', value: talker.part.id },
      { name: 'listener', value: listener.part.id },
      { name: 'kind', value: LINK_WORDS[listener.link.kind] },
      { name: 'port', value: [portLabel(rig, to), ...pinName(rig, listener)].join(' ') },
    ],
    fixes: () => [wiresAt(rig, to).length ? changedOver(rig, cable, from, to) : added(rig, cable, from, to)].flat(),
  };
}

function added(rig: Rig, cable: Cable, from: PinRef, to: PinRef): Fix[] {
  const wire = addedWire(rig, cable, from, to);
  return wire ? [{ label: 'Add the signal wire', edits: [{ kind: 'addWire', cable: cable.id, wire }] }] : [];
}

function addedWire(rig: Rig, cable: Cable, from: PinRef, to: PinRef): Wire | null {
  // what says it lies on a supply or a ground of the same plug: that is mended first, and may be all
  const isAstray = wiresAt(rig, from).some(
    (w) => w.cable === cable && w.wire[w.far].part === to.part && findPin(rig, w.wire[w.far])?.pin.line !== 'signal',
  );
  // another lead has that pin: it would be in two plugs
  const isTaken = wiresAt(rig, from).some((w) => w.cable !== cable);
  if (isAstray || (isTaken && !holdsTwo(findPin(rig, from)!.port.plug.family))) return null;
  const lengthMm = cable.wires[0]?.lengthMm ?? leadLength(rig, from.part, to.part).needMm;
  return { from, to, colour: 'white', gaugeAwg: 28, lengthMm };
}

/** The wire on the pin that hears goes over to what says it, and what lay there to where that wire came from. */
function changedOver(rig: Rig, cable: Cable, from: PinRef, to: PinRef): Fix[] {
  const [own, ...more] = wiresAt(rig, to);
  const [other, ...others] = wiresAt(rig, from);
  if (!own || more.length || others.length || own.cable !== cable || (other && other.cable !== cable)) return [];
  const move = ({ index, far, near }: WireAt, moved: 'far' | 'near', pin: PinRef): Edit => ({
    ...{ kind: 'moveEnd', cable: cable.id, wire: index },
    ...{ end: moved === 'far' ? far : near, pin },
  });
  const edits = [move(own, 'far', from), ...(other ? [move(other, 'near', own.wire[own.far])] : [])];
  const [a, b] = [own.wire[own.far], from].map((at) => findPin(rig, at)!.pin.label);
  return [{ label: other ? `Swap ${a} and ${b}` : `Move ${a} to ${b}`, edits }];
}
