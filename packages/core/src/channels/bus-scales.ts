import type { Link, LinkKind } from '../parts/index.js';
import type { Conversation } from '../loom/index.js';
import type { BusScale } from '../signals/index.js';

/** How a bus on the way counts at its two ends. */
export interface BusScales {
  talker: BusScale;
  listener: BusScale;
}

/** Kinds that carry a width as a count of a bus. */
const COUNTED: ReadonlySet<LinkKind> = new Set(['sbus', 'crsf']);

/** Scales of the bus on a way whose two ends count otherwise, else of the first; null where the width goes as it is. */
export function busScalesOf(path: readonly Conversation[]): BusScales | null {
  const all = path
    .filter((c) => COUNTED.has(c.kind))
    .map(({ talker, listener }): BusScales => ({ talker: scaleOf(talker.link), listener: scaleOf(listener.link) }));
  return all.find((bus) => bus.talker !== bus.listener) ?? all[0] ?? null;
}

const scaleOf = ({ params }: Link): BusScale => params.scale ?? 'micro';
