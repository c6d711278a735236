/**
 * Widths of the servo pulse, µs.
 * @source [practice] 1000–2000 µs about a 1500 µs centre; 988–2012 µs is the usual extended travel.
 */
export const PULSE = { lowUs: 1000, centreUs: 1500, highUs: 2000, leastUs: 988, mostUs: 2012 } as const;

/** Keeps a width inside the extended travel 988…2012 µs. */
export function clampPulseUs(pulseUs: number): number {
  return Math.min(PULSE.mostUs, Math.max(PULSE.leastUs, pulseUs));
}

/** Width as per cent of travel: 1000 → −100, 1500 → 0, 2000 → +100. Not clamped. */
export function pulseToPct(pulseUs: number): number {
  return (pulseUs - PULSE.centreUs) / 5;
}

/** Inverse of {@link pulseToPct}. */
export function pctToPulse(pct: number): number {
  return PULSE.centreUs + pct * 5;
}
