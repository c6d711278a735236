import { findConversations } from '../loom/index.js';
import { isAskedOver, type Sheet } from '../parts/index.js';
import { oncePerRig, pilotTransmitter, slotCarried, type Rig } from '../rig/index.js';
import { boundReceivers } from './air.js';

const NONE: ReadonlySet<number> = new Set();

/**
 * Channels that go by a lead of their own to something of which its sheet tells no function, by transmitter: an aileron, a speed unit.
 * Nobody here knows what it does; it moves all the same, so such a channel is never taken for one that nothing listens to.
 */
const blindEars = oncePerRig((rig): ReadonlyMap<string, ReadonlySet<number>> => {
  const bound = boundReceivers(rig);
  const found = new Map<string, Set<number>>();
  for (const { kind, talker, listener } of findConversations(rig)) {
    if (kind !== 'pulse' || !isBlind(listener.sheet, listener.link.id)) continue;
    const slot = slotCarried(talker.sheet, talker.part, talker.link);
    const sender = bound.get(talker.part.id) ?? pilotTransmitter(rig);
    if (slot === null || sender === undefined) continue;
    found.set(sender, (found.get(sender) ?? new Set()).add(slot));
  }
  return found;
});

/** It says nothing to anybody, and no function of it is asked over this link. */
const isBlind = (sheet: Sheet, link: string): boolean =>
  sheet.links.every((l) => l.way === 'listen') && !isAskedOver(sheet, link);

/** The channels of a transmitter that such ears hear. */
export const heardBlindly = (rig: Rig, transmitter: string): ReadonlySet<number> =>
  blindEars(rig).get(transmitter) ?? NONE;
