import { sheetOf, type Rig } from '../rig/index.js';
import { packAmps } from './solve-rails.js';
import type { RigNetwork } from './rig-network.js';

/** Share of the charge that is kept for the way home. @source [practice] */
export const KEPT_CHARGE = 0.3;

/** Slices of the charge, each at the current of its middle. */
const STEPS = 14;

/** Minutes until {@link KEPT_CHARGE} is left, from full, at the given load; null when nothing draws on a pack. */
export function runTimeMin(rig: Rig, network: RigNetwork): number | null {
  const capacityMah = rig.parts.reduce(
    (sum, part) => sum + sheetOf(rig, part.id).sources.reduce((s, source) => s + (source.pack?.capacityMah ?? 0), 0),
    0,
  );
  const charges = Array.from({ length: STEPS }, (_, i) => 1 - ((i + 0.5) / STEPS) * (1 - KEPT_CHARGE));
  const drawn = packAmps(network, charges);
  if (drawn.some((packA) => packA <= 0.001)) return null;
  const stepAh = ((capacityMah / 1000) * (1 - KEPT_CHARGE)) / STEPS;
  return drawn.reduce((minutes, packA) => minutes + (stepAh / packA) * 60, 0);
}
