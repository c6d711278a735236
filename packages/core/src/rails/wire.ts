import { num } from '../units/index.js';

/** Copper at 20 °C: resistivity Ω·m, rise per kelvin, density. @source [std IEC 60028] */
const COPPER = { ohmMetre: 1.7241e-8, perKelvin: 0.00393, gramsPerMm3: 8.89e-3 } as const;

/** Diameter of a solid wire of this gauge, mm. @source [std ASTM B258] 0.127 mm × 92^((36−n)/39) */
export function wireDiameterMm(gaugeAwg: number): number {
  return 0.127 * 92 ** ((36 - gaugeAwg) / 39);
}

export function wireAreaMm2(gaugeAwg: number): number {
  return (Math.PI / 4) * wireDiameterMm(gaugeAwg) ** 2;
}

/** A gauge the way either school counts it, like "20 AWG · 0.52 mm²". */
export const gaugeText = (gaugeAwg: number): string => `${gaugeAwg} AWG · ${num(wireAreaMm2(gaugeAwg), 2)} mm²`;

/** The same in a narrow column headed "AWG · mm²". */
export const gaugeCell = (gaugeAwg: number): string => `${gaugeAwg} · ${num(wireAreaMm2(gaugeAwg), 2)}`;

/** What copper resists at a temperature in °C, as a share of what it does at 20 °C. */
export const copperShare = (celsius: number): number => 1 + COPPER.perKelvin * (celsius - 20);

/** Resistance of a metre of copper wire, Ω, at a temperature in °C. */
export function wireOhmPerMetre(gaugeAwg: number, celsius = 20): number {
  return (COPPER.ohmMetre / (wireAreaMm2(gaugeAwg) * 1e-6)) * copperShare(celsius);
}

/** Resistance of one conductor, Ω, at 20 °C. */
export function wireOhm({ gaugeAwg, lengthMm }: { gaugeAwg: number; lengthMm: number }): number {
  return (wireOhmPerMetre(gaugeAwg) * lengthMm) / 1000;
}

/** Copper weight of one conductor, g; insulation is not counted. */
export function wireMassG({ gaugeAwg, lengthMm }: { gaugeAwg: number; lengthMm: number }): number {
  return wireAreaMm2(gaugeAwg) * lengthMm * COPPER.gramsPerMm3;
}

/** Current a short single wire in free air carries, A, by gauge. @source [mem] handbook table of chassis wiring */
const CHASSIS_A: readonly (readonly [awg: number, amps: number])[] = [
  [36, 0.21],
  [34, 0.33],
  [32, 0.53],
  [30, 0.86],
  [28, 1.4],
  [26, 2.2],
  [24, 3.5],
  [22, 7],
  [20, 11],
  [18, 16],
  [16, 22],
  [14, 32],
  [12, 41],
  [10, 55],
  [8, 73],
  [6, 101],
  [4, 135],
];

/** Gauges a bench has, thin to thick. */
export const GAUGES: readonly number[] = CHASSIS_A.map(([awg]) => awg).filter((awg) => awg <= 30);

/** Thinnest lead that is put on a pack, whatever it carries. @source [practice] */
export const PACK_LEAD_AWG = 20;

/** Current a wire of this gauge may carry, A; a gauge between two counts as the thinner. */
export function wireMaxA(gaugeAwg: number): number {
  return CHASSIS_A.find(([awg]) => awg <= Math.ceil(gaugeAwg / 2) * 2)?.[1] ?? CHASSIS_A.at(-1)![1];
}

/** Thinnest gauge that carries a current with half its rating to spare and loses no more than `dropV` over the lead and back. */
export function gaugeFor(amps: number, lengthMm: number, dropV: number): number {
  const suits = (awg: number): boolean =>
    wireMaxA(awg) >= 1.5 * amps && (2 * amps * wireOhmPerMetre(awg) * lengthMm) / 1000 <= dropV;
  return GAUGES.find((awg) => awg <= 26 && suits(awg)) ?? GAUGES.at(-1)!;
}

/** Fuse ratings of the trade, A, and how far above its peak a lead is fused. @source [practice] */
const FUSES_A = [1, 2, 3, 5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100];
const FUSE_ABOVE = 1.5;

/** Fuse for a lead that carries a current at its peak, A; the largest of the trade when none is large enough. */
export const fuseFor = (peakA: number): number => FUSES_A.find((f) => f >= peakA * FUSE_ABOVE) ?? FUSES_A.at(-1)!;

/** Largest fuse of the trade that a wire and its plugs stand, A; null when even the smallest is too large. */
export const fuseUpTo = (mostA: number): number | null => FUSES_A.filter((f) => f <= mostA + 1e-9).at(-1) ?? null;
