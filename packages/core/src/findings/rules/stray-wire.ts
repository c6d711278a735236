import type { LinkKind } from '../../parts/index.js';
import { sheetOf, type PinRef, type Rig } from '../../rig/index.js';

/** A wire between pins that have no kind of link in common: whoever put it there missed the pin. */
export function isStray(rig: Rig, { from, to }: { from: PinRef; to: PinRef }): boolean {
  const [a, b] = [kindsAt(rig, from), kindsAt(rig, to)];
  return a.size > 0 && b.size > 0 && ![...a].some((kind) => b.has(kind));
}

/** Kinds of link that a pin is of. A serial pair is one kind whatever is spoken over it, and takes a bus as well. */
const kindsAt = (rig: Rig, { part, port, pin }: PinRef): Set<LinkKind | 'pair'> => {
  const isHere = (at: { port: string; pin: number } | undefined): boolean => at?.port === port && at.pin === pin;
  return new Set(
    sheetOf(rig, part).links.flatMap(({ kind, pins, alsoPins }): (LinkKind | 'pair')[] => {
      if (isHere(pins.send) || isHere(pins.hear)) return ['pair', 'sbus'];
      return [pins.data, ...(alsoPins ?? [])].some(isHere) ? [kind] : [];
    }),
  );
};
