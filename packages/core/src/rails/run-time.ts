import { sheetOf, type Rig } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { eachPackAmps } from './solve-rails.js';
import type { RigNetwork } from './rig-network.js';

/** Share of the charge that is kept for the way home. @source [practice] */
export const KEPT_CHARGE = 0.3;

/** Slices of the charge, each at the current of its middle. */
const STEPS = 14;
/** A pack that gives less than this feeds nothing, A. */
const LEAST_A = 0.001;

/**
 * Minutes until the first rail has only {@link KEPT_CHARGE} left in its packs, each from its own charge, at the given load; null
 * when nothing draws on a pack. Packs that feed nothing count for nothing.
 */
export function runTimeMin(rig: Rig, network: RigNetwork): number | null {
  const charges = Array.from({ length: STEPS }, (_, i) => 1 - ((i + 0.5) / STEPS) * (1 - KEPT_CHARGE));
  const shares = [...network.packs.values()].map((p) => p.share);
  const packs = eachPackAmps(network, charges).map(({ part, amps, piece }, i) => ({
    piece,
    amps,
    stepAh: ((capacityMah(rig, part.id) / 1000) * Math.max(0, shares[i]! - KEPT_CHARGE)) / STEPS,
  }));
  const giving = packs.filter((p) => p.amps.every((a) => a > LEAST_A));
  // packs side by side even out: what they hold and give together is what counts
  const minutes = [...groupBy(giving, (p) => p.piece).values()].map((together) => {
    const stepAh = together.reduce((sum, p) => sum + p.stepAh, 0);
    return charges.reduce((sum, _, i) => sum + (stepAh / together.reduce((a, p) => a + p.amps[i]!, 0)) * 60, 0);
  });
  return minutes.length ? Math.min(...minutes) : null;
}

const capacityMah = (rig: Rig, part: string): number =>
  sheetOf(rig, part).sources.reduce((sum, source) => sum + (source.pack?.capacityMah ?? 0), 0);
