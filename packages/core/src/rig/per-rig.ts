import { pinKey } from './look-up.js';
import type { Cable, PinRef, Rig, Wire } from './rig.js';

/**
 * Remembers what was worked out of a rig for as long as that very object is about. A rig is never changed in place: every edit
 * makes another, so what is remembered cannot go stale. What comes back is shared and not to be changed.
 */
export function oncePerRig<R>(compute: (rig: Rig) => R): (rig: Rig) => R {
  const held = new WeakMap<Rig, R>();
  return (rig) => {
    const known = held.get(rig);
    if (known !== undefined) return known;
    const found = compute(rig);
    held.set(rig, found);
    return found;
  };
}

/** Fields of a rig that something may read alone. */
type Slice = {
  [K in keyof Rig]-?: Rig[K] extends object ? K : never;
}[keyof Rig];
/**
 * The same for what reads some fields of a rig only: it is remembered for as long as those are the very same objects, so
 * that an edit elsewhere costs nothing.
 */
export function oncePerSlices<R extends object>(slices: readonly Slice[], compute: (rig: Rig) => R): (rig: Rig) => R {
  type Node = WeakMap<object, unknown>;
  const root: Node = new WeakMap();
  return (rig) => {
    let node = root;
    for (const slice of slices.slice(0, -1)) {
      const key = rig[slice];
      let next = node.get(key) as Node | undefined;
      if (!next) node.set(key, (next = new WeakMap()));
      node = next;
    }
    const last = rig[slices[slices.length - 1]!];
    const known = node.get(last) as R | undefined;
    if (known !== undefined) return known;
    const found = compute(rig);
    node.set(last, found);
    return found;
  };
}

/** A wire as one of its pins sees it. */
export interface WireAt {
  cable: Cable;
  wire: Wire;
  /** Place of the wire in its cable. */
  index: number;
  near: 'from' | 'to';
  far: 'from' | 'to';
}

const wiresByPin = oncePerRig((rig) => {
  const byPin = new Map<string, WireAt[]>();
  for (const cable of rig.cables)
    cable.wires.forEach((wire, index) => {
      for (const near of ['from', 'to'] as const) {
        const key = pinKey(wire[near]);
        const met = byPin.get(key);
        const seen: WireAt = { cable, wire, index, near, far: near === 'from' ? 'to' : 'from' };
        if (met) met.push(seen);
        else byPin.set(key, [seen]);
      }
    });
  return byPin;
});

/** All wires that end on a pin, in the order of the cables. */
export const wiresAt = (rig: Rig, pin: PinRef): readonly WireAt[] => wiresByPin(rig).get(pinKey(pin)) ?? [];

const cablesByPart = oncePerRig((rig) => {
  const byPart = new Map<string, Cable[]>();
  for (const cable of rig.cables)
    for (const id of new Set(cable.wires.flatMap((w) => [w.from.part, w.to.part]))) {
      const met = byPart.get(id);
      if (met) met.push(cable);
      else byPart.set(id, [cable]);
    }
  return byPart;
});

/** All cables that end on a part, in their order. */
export const cablesOn = (rig: Rig, part: string): readonly Cable[] => cablesByPart(rig).get(part) ?? [];
