import { describe, expect, it } from 'vitest';
import { wireAreaMm2, wireDiameterMm, wireMassG, wireOhm, wireOhmPerMetre } from '../../src/rails/index.js';

/** @source [std ASTM B258] nominal diameters; [std IEC 60028] copper; ohm per kilometre as handbook tables print them [book, mem]. */
const TABLE: [awg: number, mm: number, ohmPerKm: number][] = [
  [4, 5.189, 0.8152],
  [6, 4.115, 1.296],
  [8, 3.264, 2.061],
  [10, 2.588, 3.277],
  [12, 2.053, 5.211],
  [14, 1.628, 8.286],
  [16, 1.291, 13.17],
  [18, 1.024, 20.95],
  [20, 0.8118, 33.31],
  [22, 0.6438, 52.96],
  [24, 0.5106, 84.22],
  [26, 0.4049, 133.9],
  [28, 0.3211, 212.9],
  [30, 0.2546, 338.6],
];

describe('wire', () => {
  it.each(TABLE)('AWG %d', (awg, mm, ohmPerKm) => {
    expect(Math.abs(wireDiameterMm(awg) / mm - 1)).toBeLessThan(5e-4);
    expect(Math.abs((wireOhmPerMetre(awg) * 1000) / ohmPerKm - 1)).toBeLessThan(2e-3);
  });

  it('is 0.127 mm at 36 and 11.684 mm at 4/0, the two ends that define the gauge', () => {
    expect(wireDiameterMm(36)).toBeCloseTo(0.127, 12);
    expect(wireDiameterMm(-3)).toBeCloseTo(11.684, 9);
  });

  it('gains 0.393 % a kelvin', () => {
    expect(wireOhmPerMetre(24, 70) / wireOhmPerMetre(24, 20)).toBeCloseTo(1 + 50 * 0.00393, 9);
  });

  it('halves its area about every three gauges, weighs 8.89 g a cubic centimetre and adds up along its length', () => {
    expect(wireAreaMm2(20) / wireAreaMm2(23)).toBeCloseTo(2, 1);
    expect(wireMassG({ gaugeAwg: 10, lengthMm: 1000 })).toBeCloseTo(wireAreaMm2(10) * 8.89, 6);
    expect(wireOhm({ gaugeAwg: 24, lengthMm: 500 })).toBeCloseTo(0.0421, 3);
  });
});
