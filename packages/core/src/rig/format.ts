export const RIG_FORMAT = 'squallmark-rig';
export const RIG_VERSION = 3;

/** Widths an end point or a fail-safe may have, µs: what transmitters let one set. @source [practice] */
export const WIDTHS_US = { least: 800, most: 2200 } as const;
