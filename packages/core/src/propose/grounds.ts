import { findPin, type Cable, type Rig } from '../rig/index.js';

/** Which parts share a ground so far, and by which lead. */
export interface GroundTracker {
  /** The lead between these very two parts that brings a ground; null when none does. */
  direct(a: string, b: string): string | null;
  /** Any lead over which two parts share a ground, near the second; null when nothing joins them. */
  shared(a: string, b: string): string | null;
  add(rig: Rig, cable: Cable): void;
}

/** Starts with the cables of a rig. */
export function groundTracker(rig: Rig): GroundTracker {
  const parent = new Map<string, string>();
  const near = new Map<string, string>();
  const pairs = new Map<string, string>();
  const pairOf = (a: string, b: string): string => [a, b].sort().join(' ');
  const root = (id: string): string => {
    let at = id;
    while ((parent.get(at) ?? at) !== at) at = parent.get(at)!;
    return at;
  };
  const tracker: GroundTracker = {
    direct: (a, b) => pairs.get(pairOf(a, b)) ?? null,
    shared: (a, b) =>
      tracker.direct(a, b) ?? (root(a) === root(b) ? (near.get(b) ?? near.get(a) ?? 'another lead') : null),
    add(of, cable) {
      for (const { from, to } of cable.wires) {
        if (findPin(of, from)?.pin.line !== 'ground' || findPin(of, to)?.pin.line !== 'ground') continue;
        parent.set(root(from.part), root(to.part));
        pairs.set(pairOf(from.part, to.part), cable.id);
        // the end that is fed last is the one people look at
        near.set(to.part, cable.id);
        if (!near.has(from.part)) near.set(from.part, cable.id);
      }
    },
  };
  for (const cable of rig.cables) tracker.add(rig, cable);
  return tracker;
}
