/** Keeps `value` inside `[low, high]`. */
export function clamp(value: number, low: number, high: number): number {
  return Math.min(high, Math.max(low, value));
}

/** Straight-line map of `value` from `[a, b]` to `[c, d]`, not clamped; a zero-width source gives `c`. */
export function remap(value: number, a: number, b: number, c: number, d: number): number {
  return a === b ? c : c + ((value - a) / (b - a)) * (d - c);
}

/** Rounds to a number of decimals, for figures that are compared or written to files. */
export function roundTo(value: number, decimals: number): number {
  const scale = 10 ** decimals;
  return Math.round(value * scale) / scale;
}
