/** Bounds of the figures of a session; fields and files take the same. */
export const SESSION = {
  minutes: { least: 0, most: 6000 },
  ambientC: { least: -60, most: 70 },
  windMps: { least: 0, most: 60 },
  volts: { least: 0, most: 120 },
  packs: 24,
  words: 400,
} as const;
