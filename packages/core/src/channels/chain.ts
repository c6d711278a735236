import type { Control, LinkKind, PartFunction, Sheet } from '../parts/index.js';
import { settingOf, shapingOf, sheetOf, type Part, type Rig, type Shaping } from '../rig/index.js';
import { findConversations, type Conversation } from '../loom/index.js';
import { countToPulseUs, pulseUsToCount, sbusFrameMs, type BusScale } from '../signals/index.js';
import { shapePulseUs } from './shaping.js';

/** The way from a control to one function of one part, or as far as it goes. */
export interface Chain {
  part: Part;
  sheet: Sheet;
  fn: PartFunction;
  /** How the last device is told; null when nothing reaches it. */
  carrier: LinkKind | null;
  /** A controller hears the slot and tells the part in its own way. */
  relayed: boolean;
  /** Conversations from the receiver on, in order; the last one ends at the part. */
  path: Conversation[];
  slot: number | null;
  /** What the device itself calls that slot. */
  deviceNumber: number | null;
  reverse: boolean;
  transmitter: Part | null;
  shaping: Shaping | null;
  control: Control | null;
  /** Where it breaks, in bench words; null when the control really reaches the function. */
  breaks: string | null;
}

/** The chains of all functions of all parts, in the order of the rig. */
export function findChains(rig: Rig, conversations: Conversation[] = findConversations(rig)): Chain[] {
  return rig.parts.flatMap((part) => {
    const sheet = sheetOf(rig, part.id);
    return sheet.functions.map((fn) => chainOf(rig, conversations, part, sheet, fn));
  });
}

function chainOf(rig: Rig, all: Conversation[], part: Part, sheet: Sheet, fn: PartFunction): Chain {
  const chain: Chain = {
    part,
    sheet,
    fn,
    carrier: null,
    relayed: false,
    path: [],
    slot: null,
    deviceNumber: null,
    reverse: rig.bindings.find((b) => b.part === part.id && b.fn === fn.id)?.reverse ?? false,
    transmitter: null,
    shaping: null,
    control: null,
    breaks: null,
  };
  const last = lastConversation(all, part, fn);
  if (!last) return { ...chain, breaks: 'nothing is wired to it' };
  chain.carrier = last.kind;
  chain.relayed = last.talker.sheet.role === 'controller';
  chain.path = chain.relayed ? [...carrierInto(all, last.talker.part), last] : [last];
  chain.slot = slotOf(rig, chain, last);
  if (chain.slot !== null) chain.deviceNumber = chain.slot - 1 + (last.listener.link.params.base ?? 1);
  const first = chain.path[0]!;
  const air = all.find((c) => c.kind === 'radio' && c.listener.part.id === first.talker.part.id);
  chain.transmitter = air?.talker.part ?? null;
  if (chain.transmitter && chain.slot !== null) {
    chain.shaping = shapingOf(rig, chain.transmitter.id, chain.slot) ?? null;
    const controls = sheetOf(rig, chain.transmitter.id).controls;
    chain.control = controls.find((c) => c.id === chain.shaping?.control) ?? null;
  }
  chain.breaks = breakOf(chain, last);
  return chain;
}

/** Kinds in which a receiver hands on what it hears. */
const CARRIERS: ReadonlySet<LinkKind> = new Set(['sbus', 'pulse', 'ppm', 'crsf']);
/** Kinds in which a controller tells a part what it heard. */
const RELAYS: ReadonlySet<LinkKind> = new Set(['device-serial', 'mavlink', 'ladder', 'pulse']);

const carries = (c: Conversation): boolean =>
  c.talker.sheet.role === 'receiver'
    ? CARRIERS.has(c.kind)
    : c.talker.sheet.role === 'controller' && RELAYS.has(c.kind);

/** The conversation that tells this function; a sound one before one in trouble. */
function lastConversation(all: Conversation[], part: Part, fn: PartFunction): Conversation | undefined {
  return soundFirst(
    all.filter((c) => c.listener.part.id === part.id && fn.over.includes(c.listener.link.id) && carries(c)),
  );
}

const soundFirst = (list: Conversation[]): Conversation | undefined => list.find((c) => !c.troubles.length) ?? list[0];

function carrierInto(all: Conversation[], controller: Part): Conversation[] {
  const heard = all.filter(
    (c) => c.listener.part.id === controller.id && c.talker.sheet.role === 'receiver' && carries(c),
  );
  const carrier = soundFirst(heard);
  return carrier ? [carrier] : [];
}

/** A pulse pin repeats the slot its receiver is set to; everything else is told its slot on the device. */
function slotOf(rig: Rig, chain: Chain, last: Conversation): number | null {
  if (last.kind === 'pulse' && !chain.relayed) {
    const { sheet, part, link } = last.talker;
    const carried = link.slotSetting && settingOf(sheet, part, link.slotSetting);
    return carried ? Number(carried) : null;
  }
  return rig.bindings.find((b) => b.part === chain.part.id && b.fn === chain.fn.id)?.slot ?? null;
}

function breakOf(chain: Chain, last: Conversation): string | null {
  const bad = chain.path.find((c) => c.troubles.length);
  if (bad) return `${bad.talker.part.label} → ${bad.listener.part.label}: ${bad.troubles.join(', ')}`;
  if (chain.relayed && chain.path.length < 2) return `${last.talker.part.label} hears no receiver`;
  if (!chain.transmitter) return 'no transmitter speaks to the receiver';
  if (chain.slot === null) return 'not given a slot';
  if (!chain.control) return `nothing drives channel ${chain.slot}`;
  return null;
}

const scaleOf = (conversation: Conversation, end: 'talker' | 'listener'): BusScale =>
  conversation[end].link.params.scale ?? 'micro';

/** Bus count on the way, when a bus is on the way; null for a plain pulse. */
export function chainCount(chain: Chain, sentUs: number): number | null {
  const bus = chain.path.find((c) => c.kind === 'sbus');
  return bus ? pulseUsToCount(scaleOf(bus, 'talker'), sentUs) : null;
}

/** Width the device takes for a width the transmitter sends: exact over a pulse, by counts over a bus. */
export function seenPulseUs(chain: Chain, sentUs: number): number {
  const bus = chain.path.find((c) => c.kind === 'sbus');
  const count = chainCount(chain, sentUs);
  return bus && count !== null ? countToPulseUs(scaleOf(bus, 'listener'), count) : sentUs;
}

/** Width the transmitter sends on the chain's channel at a control position; null when nothing drives it. */
export function sentPulseUs(chain: Chain, position: number): number | null {
  return chain.shaping?.control ? shapePulseUs(chain.shaping, position) : null;
}

/**
 * Time from stick to the device's ear, ms: worst is a whole wait for every period, usual is half of each.
 * The device's own loop is not on the sheets and not counted.
 * @source [derived] transmitter frame + output frame + transfer
 */
export function chainLatencyMs(chain: Chain, all: Conversation[]): { worst: number; usual: number } {
  const first = chain.path[0];
  const air = first && all.find((c) => c.kind === 'radio' && c.listener.part.id === first.talker.part.id);
  const periods = [air?.talker.link.params.periodMs ?? 0, first?.talker.link.params.periodMs ?? 0];
  const wait = periods.reduce((sum, ms) => sum + ms, 0);
  const transfer = first?.kind === 'sbus' ? sbusFrameMs : 0;
  return { worst: wait + transfer, usual: wait / 2 + transfer };
}
