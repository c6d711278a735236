import { sheetOf, type Rig } from '../rig/index.js';
import { packAmps } from './solve-rails.js';
import type { RigNetwork } from './rig-network.js';

/** Share of the charge that is kept for the way home. @source [practice] */
export const KEPT_CHARGE = 0.3;

/** Minutes until {@link KEPT_CHARGE} is left, from full, at the given load; null when nothing draws on a pack. */
export function runTimeMin(rig: Rig, network: RigNetwork): number | null {
  const capacityMah = rig.parts.reduce(
    (sum, part) => sum + sheetOf(rig, part.id).sources.reduce((s, source) => s + (source.pack?.capacityMah ?? 0), 0),
    0,
  );
  const steps = 14;
  let minutes = 0;
  for (let i = 0; i < steps; i++) {
    const charge = 1 - ((i + 0.5) / steps) * (1 - KEPT_CHARGE);
    const packA = packAmps(network, charge);
    if (packA <= 0.001) return null;
    minutes += (((capacityMah / 1000) * (1 - KEPT_CHARGE)) / steps / packA) * 60;
  }
  return minutes;
}
