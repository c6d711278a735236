import { heardBy, saidBy, type Conversation } from '../loom/index.js';
import { hasControls } from '../parts/index.js';
import type { Rig } from '../rig/index.js';

/**
 * The radio a receiver hears. A receiver wired to a transmitter's trainer socket hears the second transmitter, never the
 * one it is plugged into; every other receiver hears the first.
 */
export function airInto(rig: Rig, all: readonly Conversation[], receiver: string): Conversation | undefined {
  const heard = heardBy(all, receiver).filter((c) => c.kind === 'radio');
  if (heard.length < 2) return heard[0];
  const host = saidBy(all, receiver).find((c) => hasControls(c.listener.sheet))?.listener.part;
  const seconds = new Set(rig.handOvers.map((h) => h.to));
  return host
    ? (heard.find((c) => c.talker.part.id !== host.id && seconds.has(c.talker.part.id)) ??
        heard.find((c) => c.talker.part.id !== host.id))
    : (heard.find((c) => !seconds.has(c.talker.part.id)) ?? heard[0]);
}
