import { findChains, idlePosition, type Chain } from '../channels/index.js';
import type { Joint, PartFunction, Sheet } from '../parts/index.js';
import { findConversations, PICTURE_KINDS, type Conversation } from '../loom/index.js';
import { partsWithSheets, type Part, type Rig, type Shaping } from '../rig/index.js';
import { solveRails, type Rails } from '../rails/index.js';
import type { BusScale } from '../signals/index.js';
import { clamp } from '../units/index.js';

/** What power does to a part: fed well, too little, too much, or nothing. */
export type Feed = 'fed' | 'starved' | 'overfed' | 'unfed';

/** How one function of a part hears its demand. */
export interface Ear {
  fn: PartFunction;
  reverse: boolean;
  /** Bench index of the receiver, and of the controller in between for serial devices. */
  receiver: number;
  controller: number | null;
  /** Slot index from 0. */
  slot: number;
  /** Scale by which the bus listener reads counts; null on a plain pulse. */
  scale: BusScale | null;
}

/** A joint with the ears that move it, by index; −1 for none. */
export interface Axis {
  joint: Joint;
  mover: number;
  /** Ear whose window drives the joint whatever else is asked, and that window. */
  driver: number;
  driverWindow: number;
  driverDeg: number;
  /** Ear whose window must be one of these for the mover to count; a mode never told stands in its first window. */
  gate: number;
  gateWindows: readonly number[] | null;
}

/** A part made ready for the bench: wiring and power already worked out. */
export interface BenchPart {
  index: number;
  part: Part;
  sheet: Sheet;
  feed: Feed;
  volts: number;
  /** Milliseconds after power until it works. */
  wakesMs: number;
  ears: Ear[];
  axes: Axis[];
  shaping: Shaping[];
  /** Where each control stands when nobody touches it. */
  idle: Readonly<Record<string, number>>;
  /** Receivers: bench index of the transmitter they hear. */
  transmitter: number | null;
}

/** Where a picture comes from: another part's output link. */
interface PictureFeed {
  part: number;
  link: string;
}

export interface Bench {
  rig: Rig;
  parts: BenchPart[];
  /** In the order in which signals flow. */
  order: number[];
  rails: Rails;
  /** Picture input `part.link` → the output that feeds it. */
  pictures: Map<string, PictureFeed>;
}

const FLOW = ['transmitter', 'receiver', 'controller'];

/** Works out once what a rig's wiring lets through, at a state of charge. */
export function compileBench(rig: Rig, charge = 1): Bench {
  const conversations = findConversations(rig);
  const chains = findChains(rig, conversations);
  const rails = solveRails(rig, charge);
  const all = partsWithSheets(rig);
  const indexOf = new Map(all.map(({ part }, i) => [part.id, i]));
  const parts = all.map(({ part, sheet }, index): BenchPart => {
    const { feed, volts } = feedOf(part, sheet, rails);
    const air = conversations.find((c) => c.kind === 'radio' && c.listener.part.id === part.id && !c.troubles.length);
    const ears = chains.filter((c) => c.part.id === part.id).flatMap((chain) => earOf(chain, indexOf));
    return {
      index,
      part,
      sheet,
      feed,
      volts,
      wakesMs: sheet.starts.reduce((sum, s) => sum + s.seconds * 1000, 0),
      ears,
      axes: sheet.joints.map((joint) => axisOf(joint, sheet, ears)),
      shaping: rig.shaping.filter((s) => s.transmitter === part.id),
      idle: Object.fromEntries(sheet.controls.map((c) => [c.id, idlePosition(c.kind, c.id === 'left-y')])),
      transmitter: air ? indexOf.get(air.talker.part.id)! : null,
    };
  });
  const rank = (p: BenchPart): number => (FLOW.indexOf(p.sheet.role) + 4) % 4;
  const order = [...parts].sort((a, b) => rank(a) - rank(b)).map((p) => p.index);
  return { rig, parts, order, rails, pictures: pictureFeeds(conversations, indexOf) };
}

function feedOf(part: Part, sheet: Sheet, rails: Rails): { feed: Feed; volts: number } {
  const own = rails.nodes.filter((n) => n.part === part.id && n.allowed);
  if (!own.length) return { feed: 'fed', volts: 0 };
  const volts = own[0]!.volts;
  if (own.some((n) => n.volts > n.allowed![1])) return { feed: 'overfed', volts };
  if (own.some((n) => n.volts < 0.2)) return { feed: 'unfed', volts };
  return { feed: own.some((n) => n.volts < n.allowed![0]) ? 'starved' : 'fed', volts };
}

/** The bench follows wires, not plans: only a chain whose every conversation is sound gets an ear. */
function earOf(chain: Chain, indexOf: Map<string, number>): Ear[] {
  const sound = chain.path.length > 0 && chain.path.every((c) => !c.troubles.length);
  if (!sound || chain.slot === null) return [];
  if (chain.relayed && chain.path.length < 2) return [];
  const first = chain.path[0]!;
  return [
    {
      fn: chain.fn,
      reverse: chain.reverse,
      receiver: indexOf.get(first.talker.part.id)!,
      controller: chain.relayed ? indexOf.get(first.listener.part.id)! : null,
      slot: chain.slot - 1,
      scale: first.kind === 'sbus' ? (first.listener.link.params.scale ?? 'micro') : null,
    },
  ];
}

function axisOf(joint: Joint, sheet: Sheet, ears: Ear[]): Axis {
  const mover = ears.findIndex((ear) => ear.fn.joint === joint.id);
  const driver = ears.findIndex((ear) => ear.fn.drives?.joint === joint.id);
  const drives = ears[driver]?.fn.drives;
  const enabledIn = ears[mover]?.fn.enabledIn;
  const mode = sheet.functions.find((f) => f.id === enabledIn?.fn);
  return {
    joint,
    mover,
    driver,
    driverWindow: ears[driver]?.fn.windows?.findIndex((w) => w.label === drives?.window) ?? -1,
    driverDeg: clamp(drives?.deg ?? 0, joint.minDeg, joint.maxDeg),
    gate: ears.findIndex((ear) => ear.fn.id === enabledIn?.fn),
    gateWindows: enabledIn ? (mode?.windows ?? []).flatMap((w, i) => (enabledIn.windows.includes(w.label) ? [i] : [])) : null,
  };
}



function pictureFeeds(conversations: Conversation[], indexOf: Map<string, number>): Map<string, PictureFeed> {
  return new Map(
    conversations
      .filter((c) => PICTURE_KINDS.has(c.kind) && !c.troubles.length)
      .map((c) => [`${c.listener.part.id}.${c.listener.link.id}`, { part: indexOf.get(c.talker.part.id)!, link: c.talker.link.id }]),
  );
}
