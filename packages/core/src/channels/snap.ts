/** Dragged widths fall on whole fives. */
const GRID_US = 5;
/** Nearer than this to something that matters, they fall on it. */
const PULL_US = 9;
/** Widths that matter on every rung: ends, middle, thirds. @source [practice] */
const USUAL_US = [988, 1000, 1333, 1500, 1667, 2000, 2012];

/** Where a dragged end or edge comes to lie, µs: on a usual width or one of `near` when close, else on the grid. */
export function snapUs(us: number, near: readonly number[] = []): number {
  const pulls = [...near, ...USUAL_US].filter((at) => Math.abs(at - us) <= PULL_US);
  if (pulls.length) return pulls.reduce((a, b) => (Math.abs(b - us) < Math.abs(a - us) ? b : a));
  return Math.round(us / GRID_US) * GRID_US;
}
