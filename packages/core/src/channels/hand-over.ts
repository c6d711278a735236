import { hearsAir, type Control } from '../parts/index.js';
import type { Conversation } from '../loom/index.js';
import { findPart, sheetOf, shapingOf, type HandOver, type Part, type Rig, type Shaping } from '../rig/index.js';
import { PPM } from '../signals/index.js';
import { airInto } from './air.js';

/** Beyond this place of its switch the second transmitter has the channels. */
export const HANDED_FROM = 0.33;

/** How a hand-over reaches the first transmitter. */
export interface HandOverLink {
  handOver: HandOver;
  /** The lead, or the receiver's lead and the air before it. */
  path: readonly Conversation[];
  /** Why the second transmitter has no effect; null when it has. */
  breaks: string | null;
}

/** What the second transmitter sends in the place of a channel. */
export interface Second {
  transmitter: Part;
  channel: number;
  shaping: Shaping | null;
  control: Control | null;
  /** Control of the first transmitter that hands over. */
  by: string | null;
  path: readonly Conversation[];
  breaks: string | null;
}

/** The way of one hand-over, by the lead or through the air. */
export function handOverLink(rig: Rig, all: readonly Conversation[], handOver: HandOver): HandOverLink {
  const into = all.filter((c) => c.kind === 'ppm' && c.listener.part.id === handOver.from);
  const path = handOver.over === 'trainer lead' ? leadOf(into, handOver) : airOf(rig, all, into, handOver);
  const bad = path.find((c) => c.troubles.length);
  let breaks: string | null = null;
  if (!path.length)
    breaks =
      handOver.over === 'trainer lead'
        ? 'no trainer lead between the two transmitters'
        : 'no receiver of the second transmitter in the trainer socket';
  else if (bad) breaks = `${bad.talker.part.label} → ${bad.listener.part.label}: ${bad.troubles.join(', ')}`;
  else if (!handOver.control) breaks = 'no switch hands over';
  return { handOver, path, breaks };
}

const leadOf = (into: readonly Conversation[], { to }: HandOver): Conversation[] =>
  into.filter((c) => c.talker.part.id === to).slice(0, 1);

function airOf(
  rig: Rig,
  all: readonly Conversation[],
  into: readonly Conversation[],
  { to }: HandOver,
): Conversation[] {
  for (const lead of into.filter((c) => hearsAir(c.talker.sheet))) {
    const air = airInto(rig, all, lead.talker.part.id);
    if (air?.talker.part.id === to) return [air, lead];
  }
  return [];
}

/** Controls of the second transmitter that a hand-over puts to use. */
export function handedControls(rig: Rig, { to, channels }: HandOver): Control[] {
  const driven = new Set(channels.map((c) => shapingOf(rig, to, c.takes)?.control));
  return sheetOf(rig, to).controls.filter((c) => driven.has(c.id));
}

/** What takes the place of a channel of the first transmitter; null when it is not handed over. */
export function secondFor(rig: Rig, all: readonly Conversation[], transmitter: string, channel: number): Second | null {
  for (const handOver of rig.handOvers) {
    const taken = handOver.from === transmitter && handOver.channels.find((c) => c.channel === channel);
    if (!taken) continue;
    const { path, breaks } = handOverLink(rig, all, handOver);
    const part = findPart(rig, handOver.to)!;
    const shaping = shapingOf(rig, handOver.to, taken.takes) ?? null;
    const control = sheetOf(rig, handOver.to).controls.find((c) => c.id === shaping?.control) ?? null;
    return {
      transmitter: part,
      channel: taken.takes,
      shaping,
      control,
      by: handOver.control,
      path,
      breaks:
        breaks ??
        (taken.takes > PPM.channels ? `the lead carries ${PPM.channels} channels, not channel ${taken.takes}` : null) ??
        (control ? null : `nothing drives channel ${taken.takes} of ${part.label}`),
    };
  }
  return null;
}
