export const RIG_FORMAT = 'squallmark-rig';
export const RIG_VERSION = 4;

/** Widths an end point or a fail-safe may have, µs: what transmitters let one set. @source [practice] */
export const WIDTHS_US = { least: 800, most: 2200 } as const;

/** Most that one document holds: far more than any bench, so that a file cannot ask for more than a browser can. */
export const MOST = { parts: 1000, cables: 3000, wishes: 500, rows: 4000 } as const;
