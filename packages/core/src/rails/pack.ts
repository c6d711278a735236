import { clamp, remap } from '../units/index.js';

/**
 * Rest voltage of a lithium-polymer cell, V.
 * @source [practice] 4.20 full, about 3.7 nominal, 3.5 land now, 3.3 the floor under load
 */
export const CELL = { fullV: 4.2, nominalV: 3.7, landV: 3.5, floorV: 3.3 } as const;

/** Charge against rest voltage; the figures between those of {@link CELL} are a usual curve. @source [mem] */
const CURVE: readonly (readonly [charge: number, volts: number])[] = [
  [0, CELL.floorV],
  [0.1, CELL.landV],
  [0.2, 3.64],
  [0.3, CELL.nominalV],
  [0.4, 3.75],
  [0.6, 3.86],
  [0.8, 4.0],
  [0.9, 4.08],
  [1, CELL.fullV],
];

/** Rest voltage of one cell at a state of charge 0…1 (clamped). Rises with charge. */
export function cellV(charge: number): number {
  const at = clamp(charge, 0, 1);
  const i = Math.max(
    1,
    CURVE.findIndex(([c]) => c >= at),
  );
  const [c0, v0] = CURVE[i - 1]!;
  const [c1, v1] = CURVE[i]!;
  return remap(at, c0, c1, v0, v1);
}

/** Rest voltage of a pack of `cells` in series. */
export function packV(cells: number, charge: number): number {
  return cells * cellV(charge);
}
