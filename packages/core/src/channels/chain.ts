import {
  PASSED_ON,
  bringsChannels,
  firstSlotOf,
  flies,
  gathersRows,
  handsThrough,
  isBetween,
  sparePulses,
  hasControls,
  hearsAir,
  overOf,
  ownEar,
  isOwnPulse,
  passesOn,
  relays,
  speaksByLead,
  tellsOn,
  type Control,
  type LinkKind,
  type PartFunction,
  type Sheet,
} from '../parts/index.js';
import {
  oncePerRig,
  slotCarried,
  shapingOf,
  sheetOf,
  wiresAt,
  type Binding,
  type Part,
  type Rig,
  type Shaping,
} from '../rig/index.js';
import { groupBy, lastCall } from '../units/index.js';
import { findConversations, type Conversation, type LinkEnd } from '../loom/index.js';
import { busScalesOf, type BusScales } from './bus-scales.js';
import { sentBy } from './air.js';
import { PLAIN, type FunctionSetup } from './demand.js';
import { secondFor, type Second } from './hand-over.js';
import { slotName } from './numbering.js';

/** The way from a control to one function of one part, or as far as it goes. */
export interface Chain {
  part: Part;
  sheet: Sheet;
  fn: PartFunction;
  /** How the last device is told; null when nothing reaches it. */
  carrier: LinkKind | null;
  /** A controller, or a box that only passes on, hears the slot and tells the part in its own way. */
  relayed: boolean;
  /** How the bus on the way counts; null over plain pulses. */
  scales: BusScales | null;
  /** Conversations from the receiver on, in order; the last one ends at the part. */
  path: readonly Conversation[];
  slot: number | null;
  /** What the device itself calls that slot: a number, and its name where that differs. */
  deviceNumber: number | null;
  deviceName: string | null;
  /** How the device is set to take it. */
  setup: FunctionSetup;
  transmitter: Part | null;
  shaping: Shaping | null;
  control: Control | null;
  /** What a second transmitter sends in its place while it has the channel. */
  second: Second | null;
  /** Where it breaks, in bench words; null when a control, the pilot's or that of the second transmitter, really reaches the function. */
  breaks: string | null;
}

/** The chains of all functions of all parts, in the order of the rig. */
export const findChains = oncePerRig((rig): readonly Chain[] => {
  const conversations = findConversations(rig);
  return rig.parts.flatMap((part) => {
    const sheet = sheetOf(rig, part.id);
    return sheet.functions.map((fn) => chainOf(rig, conversations, part, sheet, fn));
  });
});

function chainOf(rig: Rig, all: readonly Conversation[], part: Part, sheet: Sheet, fn: PartFunction): Chain {
  const chain: Chain = {
    part,
    sheet,
    fn,
    carrier: null,
    relayed: false,
    scales: null,
    path: [],
    slot: null,
    deviceNumber: null,
    deviceName: null,
    setup: bindingOf(rig, part, fn) ?? PLAIN,
    transmitter: null,
    shaping: null,
    control: null,
    second: null,
    breaks: null,
  };
  const last = lastConversation(rig, all, part, fn);
  if (!last) return { ...chain, breaks: 'nothing is wired to it' };
  chain.carrier = last.kind;
  chain.relayed = !isOwnEar(last) && (tellsOn(last.talker.sheet) || handsThrough(last.talker.sheet, last.talker.link));
  const row = rowOf(rig, chain, last);
  chain.path = [...wayInto(rig, all, last, new Set([part.id]), row), last];
  chain.scales = busScalesOf(chain.path);
  chain.slot = slotOf(rig, chain);
  if (chain.slot !== null) {
    const { params } = last.listener.link;
    chain.deviceNumber = (row ?? chain.slot) - 1 + (params.base ?? 1);
    chain.deviceName = slotName(params, row ?? chain.slot);
  }
  const first = chain.path[0]!;
  chain.transmitter = sentBy(rig, all, first.talker) ?? null;
  if (chain.transmitter && chain.slot !== null) {
    chain.shaping = shapingOf(rig, chain.transmitter.id, chain.slot) ?? null;
    const controls = sheetOf(rig, chain.transmitter.id).controls;
    chain.control = controls.find((c) => c.id === chain.shaping?.control) ?? null;
    if (rig.handOvers.length) chain.second = secondFor(rig, all, chain.transmitter.id, chain.slot);
  }
  chain.breaks = breakOf(chain);
  return chain;
}

/** Kinds in which a receiver hands on what it hears. */
const CARRIERS: ReadonlySet<LinkKind> = new Set(['sbus', 'pulse', 'ppm', 'crsf', 'can']);
/** Kinds in which a controller tells a part what it heard. */
const RELAYS: ReadonlySet<LinkKind> = new Set([
  ...(['device-serial', 'mavlink', 'ladder', 'pulse', 'contact', 'can'] as const),
  ...(['sbus', 'ppm', 'crsf'] as const),
]);

/** Kinds in which one part tells another what was asked for. */
export const TELLS: ReadonlySet<LinkKind> = new Set([...CARRIERS, ...RELAYS]);

function carries({ talker: { sheet, link }, listener, kind }: Conversation): boolean {
  // a board with its receiver in it tells on as one that has it beside it
  if (hearsAir(sheet)) return CARRIERS.has(kind) || (flies(sheet) && RELAYS.has(kind));
  if (speaksByLead(sheet)) return TELLS.has(kind) && !hasControls(listener.sheet);
  if (handsThrough(sheet, link)) return !flies(listener.sheet);
  return passesOn(sheet) ? PASSED_ON.has(kind) : tellsOn(sheet) && RELAYS.has(kind);
}

/** Conversations by the part that listens. */
const into = lastCall((all: readonly Conversation[]) => groupBy(all, (c) => c.listener.part.id));

const bindingsOf = oncePerRig((rig) => new Map(rig.bindings.map((b) => [`${b.part} ${b.fn}`, b])));

const bindingOf = (rig: Rig, part: Part, fn: PartFunction): Binding | undefined =>
  bindingsOf(rig).get(`${part.id} ${fn.id}`);

/** The conversation that tells this function: of several the one with the fewest troubles. */
function lastConversation(
  rig: Rig,
  all: readonly Conversation[],
  part: Part,
  fn: PartFunction,
): Conversation | undefined {
  const over = overOf(fn);
  const wired = (into(all).get(part.id) ?? []).filter((c) => over.includes(c.listener.link.id) && carries(c));
  return soundFirst(rig, [...wired, ...byOwnEar(part, sheetOf(rig, part.id), over)]);
}

/** What has its receiver inside tells itself. */
function byOwnEar(part: Part, sheet: Sheet, over: readonly string[]): Conversation[] {
  const link = ownEar(sheet, over);
  if (!link) return [];
  const end = { part, sheet, link, live: true };
  return [{ kind: 'radio', talker: end, listener: end, troubles: [] }];
}

/** A part that tells itself what it hears on the air. */
export const isOwnEar = ({ kind, talker, listener }: Conversation): boolean =>
  kind === 'radio' && talker.part.id === listener.part.id;

/** The one with the fewest troubles; of several that collide, the one whose lead comes first. */
const soundFirst = (rig: Rig, [first, ...others]: readonly Conversation[]): Conversation | undefined =>
  first &&
  others.reduce((best, c) => {
    const more = c.troubles.length - best.troubles.length;
    return more < 0 || (more === 0 && c.troubles.length > 0 && leadOf(rig, c) < leadOf(rig, best)) ? c : best;
  }, first);

/** Place of the first lead at a talker's pin among the leads of the rig. */
function leadOf(rig: Rig, { talker: { part, link } }: Conversation): number {
  const at = link.pins.data ?? link.pins.send;
  const cables = at ? wiresAt(rig, { part: part.id, ...at }).map((w) => rig.cables.indexOf(w.cable)) : [];
  return Math.min(Infinity, ...cables);
}

/**
 * From a receiver to what says this, through everything that tells on: a controller, a decoder behind it, a trigger box behind that.
 * Of a box with several pulse pins each output follows the pin of its place. Where no way begins at a receiver, as far as one goes.
 */
function wayInto(
  rig: Rig,
  all: readonly Conversation[],
  { talker }: Conversation,
  passed: ReadonlySet<string>,
  row: number | null = null,
): Conversation[] {
  if (bringsChannels(talker.sheet) || passed.has(talker.part.id)) return [];
  const pin = isBetween(talker.sheet) ? pinFor(talker, row) : undefined;
  const through = new Set([...passed, talker.part.id]);
  const ways = (into(all).get(talker.part.id) ?? [])
    .filter((c) => carries(c) && !(flies(talker.sheet) && isOwnPulse(talker.sheet, c.listener.link)))
    .filter((c) => pin === undefined || c.kind !== 'pulse' || c.listener.link.id === pin)
    .map((c) => [...wayInto(rig, all, c, through), c]);
  const best = [ways.filter((way) => way.length === 1 && beginsAtSource(way)), ways.filter(beginsAtSource), ways].find(
    (some) => some.length,
  );
  const sound = soundFirst(rig, best?.map((way) => way.at(-1)!) ?? []);
  return best?.find((way) => way.at(-1) === sound) ?? [];
}

/**
 * Receivers that may tell a chain, by id: that which begins its way, and others that a box between takes the same from. Such a box
 * goes over to another when one falls silent.
 */
export function receiversOf(all: readonly Conversation[], { path: [first] }: Chain): ReadonlySet<string> {
  if (!first) return new Set();
  const { listener, talker, kind } = first;
  // a desk by its lead hears nothing that could get lost
  if (!hearsAir(talker.sheet)) return new Set();
  const beside = passesOn(listener.sheet) && kind !== 'pulse' ? (into(all).get(listener.part.id) ?? []) : [];
  const sound = beside.filter((c) => c.kind === kind && hearsAir(c.talker.sheet) && !c.troubles.length);
  return new Set([talker.part.id, ...sound.map((c) => c.talker.part.id)]);
}

/** What a chain is told by begins at a receiver, or at a desk by its lead. */
export const beginsAtSource = ([first]: readonly Conversation[]): boolean =>
  first !== undefined && bringsChannels(first.talker.sheet);

/** The row behind a box that puts several on a bus: the slot that the device listens to there, as it is told or when new; else null. */
function rowOf(rig: Rig, { part, fn }: Chain, { talker: { sheet, link } }: Conversation): number | null {
  return gathersRows(sheet, link) ? (bindingOf(rig, part, fn)?.slot ?? firstSlotOf(fn) ?? 1) : null;
}

/**
 * The pulse pin that an output of a box follows, of those that are for nothing of its own; undefined where it has none.
 * @param row of what the box puts on a bus, from 1; null of anything else
 */
function pinFor({ sheet, part, link: { id: output } }: LinkEnd, row: number | null): string | undefined {
  const pins = sparePulses(sheet);
  if (row !== null) return pins.find((pin) => slotCarried(sheet, part, pin) === row)?.id ?? '';
  const outputs = sheet.links.filter((l) =>
    passesOn(sheet) ? l.way === 'talk' && PASSED_ON.has(l.kind) : handsThrough(sheet, l),
  );
  const at = outputs.findIndex((l) => l.id === output);
  return pins[Math.min(at, pins.length - 1)]?.id;
}

/** Kinds in which a controller puts one slot out by one output: all that hangs on it obeys that. */
const REPEATED: ReadonlySet<LinkKind> = new Set(['pulse', 'contact']);

/** An output of a controller that repeats one slot, by width or by closing. */
export const isRepeated = ({ kind, talker }: Conversation): boolean =>
  REPEATED.has(kind) && flies(talker.sheet) && !hearsAir(talker.sheet);

/**
 * What says by its output which slot it is: the last pulse, or one into boxes that pass it on; a controller's pulse or contact, and whatever a
 * box puts out, where a setting of it says so.
 */
export function pinnedBy({ path }: Chain): Conversation | undefined {
  for (let i = path.length - 1; i >= 0; i--) {
    const { kind, talker } = path[i]!;
    if (isRepeated(path[i]!) && talker.link.slotSetting !== undefined) return path[i];
    if (!bringsChannels(talker.sheet) && !passesOn(talker.sheet) && !handsThrough(talker.sheet, talker.link))
      return undefined;
    if (talker.link.slotSetting !== undefined ? PASSED_ON.has(kind) : kind === 'pulse' && i === 0) return path[i];
  }
  return undefined;
}

/** The output of a controller that repeats a slot for this, by its name; null where it is told otherwise. */
export function repeatedBy({ path }: Chain): string | null {
  const out = path.findLast(isRepeated);
  return out ? `${out.talker.part.id}.${out.talker.link.id}` : null;
}

/** A pulse pin repeats the slot its receiver is set to; everything else is told its slot on the device. */
function slotOf(rig: Rig, chain: Chain): number | null {
  const pinned = pinnedBy(chain);
  if (!pinned) return bindingOf(rig, chain.part, chain.fn)?.slot ?? null;
  const { sheet, part, link } = pinned.talker;
  return slotCarried(sheet, part, link);
}

function breakOf(chain: Chain): string | null {
  const bad = chain.path.find((c) => c.troubles.length);
  if (bad) return `${bad.talker.part.label} → ${bad.listener.part.label}: ${bad.troubles.join(', ')}`;
  const { part, sheet } = chain.path[0]!.talker;
  if (!beginsAtSource(chain.path))
    return `${part.label} ${flies(sheet) && !relays(sheet) ? 'hands on no channel but its own' : 'hears no receiver'}`;
  if (!chain.transmitter) return 'no transmitter speaks to the receiver';
  if (chain.slot === null) return 'not given a slot';
  if (!chain.control && chain.second?.breaks !== null) return `nothing drives channel ${chain.slot}`;
  return null;
}
