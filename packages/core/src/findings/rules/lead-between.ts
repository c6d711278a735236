import { cableOf, leadLength, pinMap, portsCanJoin, type LinkEnd } from '../../loom/index.js';
import { findPin, nextId, pinKey, type Edit, type Rig, type Wire } from '../../rig/index.js';
import { groundBetween } from './lead-parts.js';

/** A new lead from what talks to what is to hear it; null where a pin of either is taken, or their plugs cannot be joined, nor those of its ground. */
export function leadBetween(rig: Rig, talker: LinkEnd, listener: LinkEnd): Edit | null {
  const used = new Set(rig.cables.flatMap((c) => c.wires).flatMap((w) => [pinKey(w.from), pinKey(w.to)]));
  const isFree = ({ part, link }: LinkEnd): boolean =>
    link.pins.data !== undefined && !used.has(pinKey({ part: part.id, ...link.pins.data }));
  const [from, to] = [portAt(talker), portAt(listener)];
  if (!from || !to || !portsCanJoin(from, to) || !isFree(talker) || !isFree(listener)) return null;
  const lengthMm = leadLength(rig, talker.part.id, listener.part.id).needMm;
  const map = pinMap(
    rig,
    { kind: 'link', talker, listener, feed: null },
    { lengthMm, groundBy: groundBetween(rig, talker, listener) },
  );
  // a ground from a plug of another kind would be no lead that anyone has
  const isOfOne = map.wires.every((w) => plugsMeet(rig, w));
  if (!isOfOne) return null;
  return { kind: 'addCable', cable: cableOf(nextId('C', rig.cables), map.wires, map.adapter) };
}

function plugsMeet(rig: Rig, { from, to }: Pick<Wire, 'from' | 'to'>): boolean {
  const [a, b] = [findPin(rig, from)?.port, findPin(rig, to)?.port];
  return a !== undefined && b !== undefined && portsCanJoin(a, b);
}

const portAt = ({ sheet, link }: LinkEnd) => sheet.ports.find((p) => p.id === link.pins.data?.port);
