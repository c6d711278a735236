import type { Nets } from '../../loom/index.js';
import { isPack } from '../../parts/index.js';
import { PACKS_AGREE_V, ownShare, packV } from '../../rails/index.js';
import { partsWithSheets, type Part, type Rig } from '../../rig/index.js';
import { groupBy } from '../../units/index.js';

/** Packs whose pluses are joined and whose volts at rest differ by more than may be. */
export interface UnequalPacks {
  packs: { part: Part; restV: number }[];
  /** Highest less lowest volts at rest, V. */
  apartV: number;
}

export function unequalPacks(rig: Rig, nets: Nets): UnequalPacks[] {
  const wired = partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .flatMap(({ part, sheet }) =>
      sheet.sources.flatMap((source) => {
        if (!source.pack) return [];
        const { cells, chemistry = 'lithium-polymer' } = source.pack;
        const restV = part.charge?.volts ?? packV(cells, ownShare(part, cells, chemistry), chemistry);
        return [{ part, restV, net: nets.netOf({ part: part.id, ...source.plus }) }];
      }),
    )
    .filter((p) => p.net !== undefined);
  return [...groupBy(wired, (p) => p.net).values()].flatMap((packs): UnequalPacks[] => {
    const rest = packs.map((p) => p.restV);
    const apartV = Math.max(...rest) - Math.min(...rest);
    return packs.length < 2 || apartV <= PACKS_AGREE_V ? [] : [{ packs, apartV }];
  });
}
