import { packsTogether } from '../../loom/index.js';
import { PACKS_AGREE_V, ownShare, packV } from '../../rails/index.js';
import type { Part, Rig } from '../../rig/index.js';
import { listed, volts } from '../../units/index.js';

/** Packs that work together and whose volts at rest differ by more than may be. */
export interface UnequalPacks {
  packs: { part: Part; restV: number }[];
  /** Highest less lowest volts at rest, V. */
  apartV: number;
}

export const unequalPacks = (rig: Rig): UnequalPacks[] =>
  packsTogether(rig).flatMap((some): UnequalPacks[] => {
    const packs = some.map(({ part, pack: { cells, chemistry = 'lithium-polymer' } }) => ({
      part,
      restV: part.charge?.volts ?? packV(cells, ownShare(part, cells, chemistry), chemistry),
    }));
    const rest = packs.map((p) => p.restV);
    const apartV = Math.max(...rest) - Math.min(...rest);
    return apartV <= PACKS_AGREE_V ? [] : [{ packs, apartV }];
  });

/** Packs that work together after some edits, did not before, and differ, for the button: the lead stays off until they are charged alike. */
export function packsThen(before: Rig, after: Rig): string[] {
  const name = ({ packs }: UnequalPacks): string => packs.map((p) => p.part.id).join(' ');
  const were = new Set(unequalPacks(before).map(name));
  return unequalPacks(after)
    .filter((some) => !were.has(name(some)))
    .map(
      ({ packs, apartV }) =>
        `${listed(packs.map((p) => p.part.label))} are then ${volts(apartV)} apart: charge them first`,
    );
}
