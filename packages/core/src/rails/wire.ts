/** Copper at 20 °C: resistivity Ω·m, rise per kelvin, density. @source [std IEC 60028] */
const COPPER = { ohmMetre: 1.7241e-8, perKelvin: 0.00393, gramsPerMm3: 8.89e-3 } as const;

/** Diameter of a solid wire of this gauge, mm. @source [std ASTM B258] 0.127 mm × 92^((36−n)/39) */
export function wireDiameterMm(gaugeAwg: number): number {
  return 0.127 * 92 ** ((36 - gaugeAwg) / 39);
}

export function wireAreaMm2(gaugeAwg: number): number {
  return (Math.PI / 4) * wireDiameterMm(gaugeAwg) ** 2;
}

/** Resistance of a metre of copper wire, Ω, at a temperature in °C. */
export function wireOhmPerMetre(gaugeAwg: number, celsius = 20): number {
  const at20 = COPPER.ohmMetre / (wireAreaMm2(gaugeAwg) * 1e-6);
  return at20 * (1 + COPPER.perKelvin * (celsius - 20));
}

/** Resistance of one conductor, Ω, at 20 °C. */
export function wireOhm({ gaugeAwg, lengthMm }: { gaugeAwg: number; lengthMm: number }): number {
  return (wireOhmPerMetre(gaugeAwg) * lengthMm) / 1000;
}

/** Copper weight of one conductor, g; insulation is not counted. */
export function wireMassG({ gaugeAwg, lengthMm }: { gaugeAwg: number; lengthMm: number }): number {
  return wireAreaMm2(gaugeAwg) * lengthMm * COPPER.gramsPerMm3;
}
