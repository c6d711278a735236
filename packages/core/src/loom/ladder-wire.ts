import { wiresAt, type WireAt, type Rig } from '../rig/index.js';
import { pinOf, type Conversation } from './conversations.js';

/** The wire of a key ladder, and what stands in it. */
export interface LadderWire {
  found: WireAt;
  /** Of the resistor in it, Ω; 0 for none. */
  ohm: number;
  /** What the camera wants in it, Ω. */
  window: readonly [number, number];
}

/** The wire from the pad to a camera's keys; null for what is no ladder, wants nothing in it, or has no wire. @source [practice] 400–600 Ω */
export function ladderWire(rig: Rig, { kind, talker, listener }: Conversation): LadderWire | null {
  const window = listener.link.params.seriesOhm;
  if (kind !== 'ladder' || !window) return null;
  const wires = wiresAt(rig, pinOf(listener, listener.link.pins.data!));
  // of several on the pin the one that comes from the keys
  const found = wires.find(({ wire, far }) => wire[far].part === talker.part.id) ?? wires[0];
  const inline = found?.wire.inline;
  return found ? { found, ohm: inline?.kind === 'resistor' ? inline.ohm : 0, window } : null;
}

/** Whether what stands in the wire of a ladder is other than the camera wants. */
export const isLadderOff = ({ ohm, window: [low, high] }: LadderWire): boolean => ohm < low || ohm > high;
