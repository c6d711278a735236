import { HANDED_FROM, airInto, findChains, handOverLink, idleAt, turnsInModes, type Chain, type FunctionSetup } from '../channels/index.js';
import { flies, hasControls, hearsAir, type Joint, type PartFunction, type Sheet } from '../parts/index.js';
import { findConversations, heardBy, PICTURE_KINDS, type Conversation } from '../loom/index.js';
import { partsWithSheets, controlName, pilotTransmitter, type FailSafe, type Part, type Rig, type Shaping } from '../rig/index.js';
import { solveRails, type RailNode, type Rails } from '../rails/index.js';
import type { BusScale } from '../signals/index.js';
import { hairV, clamp } from '../units/index.js';
import { radioOf } from './radio.js';

/** What power does to a part: fed well, too little, too much, or nothing. */
export type Feed = 'fed' | 'starved' | 'overfed' | 'unfed';

/** How one function of a part hears its demand. */
export interface HeardFunction {
  fn: PartFunction;
  setup: FunctionSetup;
  /** Bench index of the receiver, which it hears directly or through a controller. */
  receiver: number;
  /** Bench index of the controller in between; null for what hears the receiver itself. */
  controller: number | null;
  /** Slot index from 0. */
  slot: number;
  /** Scale by which the bus listener reads counts; null on a plain pulse. */
  scale: BusScale | null;
}

/** A joint with the functions that move it, by index; −1 for none. */
export interface Axis {
  joint: Joint;
  /** Index of the function that turns the joint. */
  mover: number;
  /** Function whose window drives the joint whatever else is asked, and that window. */
  driver: number;
  /** Index of that window; −1 for none. */
  driverWindow: number;
  driverDeg: number;
  /** Function whose window must be one of these for the mover to count; a mode never told stands in its first window. */
  gate: number;
  gateWindows: readonly number[] | null;
  /** Function whose window turns a position into a rate, or the other way round, and those windows; none when null. */
  turn: { by: number; windows: readonly number[] } | null;
}

/** A part made ready for the bench: wiring and power already worked out. */
export interface BenchPart {
  index: number;
  part: Part;
  sheet: Sheet;
  feed: Feed;
  volts: number;
  /** What a meter reads at each of its supplies and sources, V. */
  terminals: readonly { id: string; volts: number }[];
  /** Milliseconds after power until it works. */
  wakesMs: number;
  functions: HeardFunction[];
  /** Bench index of the receiver whose counts it reads, for itself or to tell others; null where it reads none. */
  counts: number | null;
  axes: Axis[];
  shaping: Shaping[];
  /** Where each control stands when nobody touches it. */
  idle: Readonly<Record<string, number>>;
  /** Transmitters: what each control goes by, its own name on the first one, `part.control` on another. */
  names: Readonly<Record<string, string>>;
  first: boolean;
  /** Transmitters: channels a second one can have. */
  handed: Handed[];
  /** Transmitters: the name their own switch goes by. */
  radio: string;
  /** Receivers: what each slot does without radio. */
  failSafes: FailSafe[];
  /** Links over which pictures come in, in the order of the sheet. */
  pictureInputs: readonly string[];
  /** Receivers: bench index of the transmitter they hear. */
  transmitter: number | null;
}

/** A hand-over that works: whose channels, by which control, beyond which place. */
interface Handed {
  second: number;
  control: string;
  beyond: number;
  channels: readonly { channel: number; takes: number }[];
}

/** Where a picture comes from: another part's output link. */
interface PictureFeed {
  part: number;
  link: string;
}

/** A rig made ready to be simulated. */
export interface Bench {
  rig: Rig;
  parts: BenchPart[];
  /** In the order in which signals flow. */
  order: number[];
  rails: Rails;
  /** Picture input `part.link` → the output that feeds it. */
  pictures: Map<string, PictureFeed>;
}

const NONE: ReadonlySet<string> = new Set();
/** Kinds that carry counts. */
const COUNTED: ReadonlySet<string> = new Set(['sbus', 'crsf']);
/** The way a stick's word takes: who sends it, who hears it, who hands it on. */
const FLOW = [hasControls, hearsAir, flies];

/**
 * Works out once what a rig's wiring lets through, at a state of charge.
 * @param dead parts that do nothing, whatever they are fed
 */
export function compileBench(rig: Rig, charge = 1, dead: ReadonlySet<string> = NONE): Bench {
  const conversations = findConversations(rig);
  const chains = findChains(rig);
  const rails = solveRails(rig, charge);
  const all = partsWithSheets(rig);
  const indexOf = new Map(all.map(({ part }, i) => [part.id, i]));
  const first = pilotTransmitter(rig);
  const parts = all.map(({ part, sheet }, index): BenchPart => {
    const { feed, volts } = dead.has(part.id) ? { feed: 'unfed' as const, volts: 0 } : feedOf(part, sheet, rails);
    const air = airInto(rig, conversations, part.id);
    const functions = chains.filter((c) => c.part.id === part.id).flatMap((chain) => heardFunction(chain, indexOf));
    return {
      index,
      part,
      sheet,
      feed,
      volts,
      terminals: rails.nodes
        .filter((n) => n.part === part.id)
        .map((n) => ({ id: n.terminal, volts: n.volts })),
      wakesMs: sheet.starts.reduce((sum, s) => sum + s.seconds * 1000, 0),
      functions,
      counts: countsFrom(conversations, part, functions, indexOf),
      axes: sheet.joints.map((joint) => axisOf(joint, sheet, functions)),
      shaping: rig.shaping.filter((s) => s.transmitter === part.id),
      idle: Object.fromEntries(sheet.controls.map((c) => [c.id, idleAt({ part, sheet }, c)])),
      names: Object.fromEntries(sheet.controls.map((c) => [c.id, controlName(rig, part.id, c.id)])),
      first: part.id === first,
      handed: handedTo(rig, conversations, part, indexOf),
      radio: radioOf(part.id),
      pictureInputs: sheet.links.filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen').map((l) => l.id),
      failSafes: rig.failSafes.filter((f) => f.receiver === part.id),
      transmitter: air && !air.troubles.length ? indexOf.get(air.talker.part.id)! : null,
    };
  });
  // a second transmitter before the one that takes from it
  const rank = ({ sheet, handed }: BenchPart): number => {
    const at = FLOW.findIndex((does) => does(sheet));
    return (at < 0 ? FLOW.length : at) + (handed.length ? 0.5 : 0);
  };
  const order = [...parts].sort((a, b) => rank(a) - rank(b)).map((p) => p.index);
  return { rig, parts, order, rails, pictures: pictureFeeds(conversations, indexOf) };
}

function handedTo(rig: Rig, all: readonly Conversation[], part: Part, indexOf: Map<string, number>): Handed[] {
  return rig.handOvers
    .filter((h) => h.from === part.id && handOverLink(rig, all, h).breaks === null)
    .map((h) => ({ second: indexOf.get(h.to)!, control: h.control!, beyond: HANDED_FROM, channels: h.channels }));
}

function feedOf(part: Part, sheet: Sheet, rails: Rails): { feed: Feed; volts: number } {
  const own = rails.nodes.filter((n) => n.part === part.id && n.allowed && (n.fedBy !== null || isAsked(sheet, n)));
  if (!own.length) return { feed: 'fed', volts: 0 };
  const volts = own[0]!.volts;
  if (own.some((n) => n.volts > n.allowed![1])) return { feed: 'overfed', volts };
  if (own.some((n) => n.volts < 0.2)) return { feed: 'unfed', volts };
  return { feed: own.some((n) => n.volts < n.allowed![0] - hairV(n.allowed!)) ? 'starved' : 'fed', volts };
}

/** A supply that the part needs: it has no battery of its own, and does not do without. */
const isAsked = (sheet: Sheet, { terminal }: RailNode): boolean =>
  !sheet.inside?.battery && !sheet.supplies.find((s) => s.id === terminal)?.optional;

/** The bench follows wires, not plans: only a chain whose every conversation is sound is heard. */
function heardFunction(chain: Chain, indexOf: Map<string, number>): HeardFunction[] {
  const sound = chain.path.length > 0 && chain.path.every((c) => !c.troubles.length);
  if (!sound || chain.slot === null) return [];
  if (chain.relayed && chain.path.length < 2) return [];
  const first = chain.path[0]!;
  return [
    {
      fn: chain.fn,
      setup: chain.setup,
      receiver: indexOf.get(first.talker.part.id)!,
      controller: chain.relayed ? indexOf.get(first.listener.part.id)! : null,
      slot: chain.slot - 1,
      scale: COUNTED.has(first.kind) ? (first.listener.link.params.scale ?? 'micro') : null,
    },
  ];
}

/** A controller reads the counts for what it tells others, even while none of its own functions is told. */
function countsFrom(
  conversations: readonly Conversation[],
  { id }: Part,
  functions: readonly HeardFunction[],
  indexOf: Map<string, number>,
): number | null {
  const own = functions.find((heard) => heard.scale !== null && heard.controller === null);
  if (own) return own.receiver;
  const from = heardBy(conversations, id).find(
    (c) => COUNTED.has(c.kind) && hearsAir(c.talker.sheet) && !c.troubles.length,
  );
  return from ? indexOf.get(from.talker.part.id)! : null;
}

function axisOf(joint: Joint, sheet: Sheet, functions: HeardFunction[]): Axis {
  const mover = functions.findIndex((heard) => heard.fn.joint === joint.id);
  const driver = functions.findIndex((heard) => heard.fn.drives?.joint === joint.id);
  const drives = functions[driver]?.fn.drives;
  const enabledIn = functions[mover]?.fn.enabledIn;
  const moving = functions[mover]?.fn;
  const turn = moving && turnsInModes(moving) ? moving.turnsTo : undefined;
  return {
    joint,
    mover,
    turn: turn
      ? { by: functions.findIndex((heard) => heard.fn.id === turn.fn), windows: windowsNamed(sheet, turn) }
      : null,
    driver,
    driverWindow: functions[driver]?.fn.windows?.findIndex((w) => w.label === drives?.window) ?? -1,
    driverDeg: clamp(drives?.deg ?? 0, joint.minDeg, joint.maxDeg),
    gate: functions.findIndex((heard) => heard.fn.id === enabledIn?.fn),
    gateWindows: enabledIn ? windowsNamed(sheet, enabledIn) : null,
  };
}

/** Places of the windows of a mode that are named, in the mode's own order. */
function windowsNamed(sheet: Sheet, { fn, windows }: { fn: string; windows: readonly string[] }): number[] {
  const mode = sheet.functions.find((f) => f.id === fn);
  return (mode?.windows ?? []).flatMap((w, i) => (windows.includes(w.label) ? [i] : []));
}

function pictureFeeds(conversations: readonly Conversation[], indexOf: Map<string, number>): Map<string, PictureFeed> {
  return new Map(
    conversations
      .filter((c) => PICTURE_KINDS.has(c.kind) && !c.troubles.length)
      .map((c) => [
        `${c.listener.part.id}.${c.listener.link.id}`,
        { part: indexOf.get(c.talker.part.id)!, link: c.talker.link.id },
      ]),
  );
}
