import { findPin, type Cable, type Rig } from '../rig/index.js';

/** Which parts share a ground so far, and by which lead. */
export interface GroundTracker {
  /** The lead that already joins the grounds of two parts; null when nothing does. */
  between(a: string, b: string): string | null;
  add(rig: Rig, cable: Cable): void;
}

/** Starts with the cables of a rig. */
export function groundTracker(rig: Rig): GroundTracker {
  const parent = new Map<string, string>();
  const by = new Map<string, string>();
  const root = (id: string): string => {
    let at = id;
    while ((parent.get(at) ?? at) !== at) at = parent.get(at)!;
    return at;
  };
  const tracker: GroundTracker = {
    between: (a, b) => (root(a) === root(b) ? (by.get(b) ?? by.get(a) ?? 'another lead') : null),
    add(of, cable) {
      for (const { from, to } of cable.wires) {
        if (findPin(of, from)?.pin.line !== 'ground' || findPin(of, to)?.pin.line !== 'ground') continue;
        parent.set(root(from.part), root(to.part));
        // the end that is fed last is the one people look at
        by.set(to.part, cable.id);
        if (!by.has(from.part)) by.set(from.part, cable.id);
      }
    },
  };
  for (const cable of rig.cables) tracker.add(rig, cable);
  return tracker;
}
