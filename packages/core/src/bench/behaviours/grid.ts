/** Axes step on the absolute grid of so many ms. */
export const AXIS_MS = 2;

/** The next moment of the grid, or this one. */
export const onGrid = (tMs: number): number => Math.ceil(tMs / AXIS_MS) * AXIS_MS;
