import { clamp, remap } from '../units/index.js';
import type { Source } from '../parts/index.js';

/** Chemistry of a pack's cells. */
export type Chemistry = NonNullable<NonNullable<Source['pack']>['chemistry']>;

/**
 * Voltages of a lithium-polymer cell that people go by, V. `landV` and `floorV` are read under load.
 * @source [practice] 4.20 full, about 3.7 nominal, 3.5 land now, 3.3 the floor under load
 */
export const CELL = { fullV: 4.2, nominalV: 3.7, landV: 3.5, floorV: 3.3 } as const;

/** Two packs side by side must agree within this, V. @source [practice] on about 54 V */
export const PACKS_AGREE_V = 1;

type Curve = readonly (readonly [charge: number, volts: number])[];

/**
 * Charge against rest voltage of a cell. A rig is reckoned down to the floor under load, which a pack reaches while its cells at
 * rest would show more: the last tenth falls to it. The figures between are a usual curve. @source [mem]
 */
const CURVES: Readonly<Record<Chemistry, Curve>> = {
  'lithium-polymer': [
    [0, CELL.floorV],
    [0.05, 3.55],
    [0.1, 3.66],
    [0.2, 3.73],
    [0.3, 3.77],
    [0.4, 3.8],
    [0.6, 3.89],
    [0.8, 4.02],
    [0.9, 4.1],
    [1, CELL.fullV],
  ],
  // @source [practice] a tool pack sold as 56 V reads about 54 V when nearly full
  'lithium-ion': [
    [0, 3],
    [0.1, 3.2],
    [0.2, 3.35],
    [0.5, 3.58],
    [0.8, 3.78],
    [0.9, 3.86],
    [1, 4],
  ],
  // straight off the charger it reads more than ever after. @source [mem] usual curve
  'lithium-iron-phosphate': [
    [0, 2.8],
    [0.1, 3.1],
    [0.2, 3.21],
    [0.4, 3.28],
    [0.7, 3.31],
    [0.97, 3.37],
    [1, 3.6],
  ],
  // @source [mem] usual curve
  'nickel-metal-hydride': [
    [0, 1],
    [0.1, 1.15],
    [0.2, 1.2],
    [0.5, 1.25],
    [0.9, 1.33],
    [1, 1.42],
  ],
  // a block sold as 12 V is six. @source [mem] usual curve, down to what is let fall under load
  'lead-acid': [
    [0, 1.8],
    [0.1, 1.94],
    [0.25, 1.99],
    [0.5, 2.04],
    [0.75, 2.08],
    [1, 2.13],
  ],
};

/** Highest rest voltage of a cell, V. */
export const fullCellV = (chemistry: Chemistry = 'lithium-polymer'): number => CURVES[chemistry].at(-1)![1];

/** Rest voltage of one cell at a state of charge 0…1 (clamped). Rises with charge. */
export function cellV(charge: number, chemistry: Chemistry = 'lithium-polymer'): number {
  const curve = CURVES[chemistry];
  const at = clamp(charge, 0, 1);
  const i = Math.max(
    1,
    curve.findIndex(([c]) => c >= at),
  );
  const [c0, v0] = curve[i - 1]!;
  const [c1, v1] = curve[i]!;
  return remap(at, c0, c1, v0, v1);
}

/** Charge 0…1 of a cell that reads a voltage at rest; inverse of {@link cellV}, clamped at its ends. */
export function chargeOf(cellVolts: number, chemistry: Chemistry = 'lithium-polymer'): number {
  const curve = CURVES[chemistry];
  const at = clamp(cellVolts, curve[0]![1], curve.at(-1)![1]);
  const i = Math.max(
    1,
    curve.findIndex(([, v]) => v >= at),
  );
  const [c0, v0] = curve[i - 1]!;
  const [c1, v1] = curve[i]!;
  return remap(at, v0, v1, c0, c1);
}

/** Figures of packs and wires are of this, °C. */
export const USUAL_C = 20;
/** Between these a pack is reckoned, °C. */
export const COLDEST_C = -20;
export const HOTTEST_C = 50;

/** By so many kelvin the resistance of a lithium cell doubles as it gets colder; over the hottest of these it falls no more. Other cells are taken alike. @source [mem] */
const COLD = { doublesK: 20, hottestC: 30 } as const;
/** What a lithium cell gives of its capacity at a temperature. @source [mem] discharge curves of common cells at 1 C */
const GIVES: readonly (readonly [celsius: number, share: number])[] = [
  [-20, 0.55],
  [-10, 0.72],
  [0, 0.86],
  [10, 0.95],
  [20, 1],
];

/** What a cell resists inside at a temperature in °C, as a share of what it does at 20 °C. */
export const cellOhmShare = (celsius: number): number =>
  2 ** ((USUAL_C - clamp(celsius, COLDEST_C, COLD.hottestC)) / COLD.doublesK);

/** Share of its capacity that a cell gives at a temperature in °C; never above 1. */
export function capacityShare(celsius: number): number {
  const at = clamp(celsius, GIVES[0]![0], GIVES.at(-1)![0]);
  const i = Math.max(
    1,
    GIVES.findIndex(([c]) => c >= at),
  );
  const [c0, s0] = GIVES[i - 1]!;
  const [c1, s1] = GIVES[i]!;
  return remap(at, c0, c1, s0, s1);
}

/** Rest voltage of a pack of `cells` in series. */
export function packV(cells: number, charge: number, chemistry?: Chemistry): number {
  // three cells of 4.2 V are 12.6 V, not a hair more than a supply stands that says so
  return Math.round(cells * cellV(charge, chemistry) * 1e6) / 1e6;
}
