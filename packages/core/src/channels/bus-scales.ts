import type { LinkKind } from '../parts/index.js';
import type { Conversation } from '../loom/index.js';
import type { BusScale } from '../signals/index.js';

/** How a bus on the way counts at its two ends. */
export interface BusScales {
  talker: BusScale;
  listener: BusScale;
}

/** Kinds that carry a width as a count of a bus. */
const COUNTED: ReadonlySet<LinkKind> = new Set(['sbus', 'crsf']);

/** Scales of the first bus on a way; null where the width goes as it is. */
export function busScalesOf(path: readonly Conversation[]): BusScales | null {
  const bus = path.find((c) => COUNTED.has(c.kind));
  if (!bus) return null;
  return { talker: bus.talker.link.params.scale ?? 'micro', listener: bus.listener.link.params.scale ?? 'micro' };
}
