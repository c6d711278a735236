import type { LinkKind } from '../../parts/index.js';
import { sheetOf, type PinRef, type Rig } from '../../rig/index.js';

/** A wire between pins that have no kind of link in common: whoever put it there missed the pin. */
export function isStray(rig: Rig, { from, to }: { from: PinRef; to: PinRef }): boolean {
  const [a, b] = [kindsAt(rig, from), kindsAt(rig, to)];
  return a.size > 0 && b.size > 0 && ![...a].some((kind) => b.has(kind));
}

const kindsAt = (rig: Rig, { part, port, pin }: PinRef): Set<LinkKind> =>
  new Set(
    sheetOf(rig, part)
      .links.filter((l) => Object.values(l.pins).some((p) => p.port === port && p.pin === pin))
      .map((l) => l.kind),
  );
