import type { LinkKind, Sheet } from './sheet.js';

/** Puts a picture that comes by lead on a network, under an address of its own; it has no eye itself. */
export const encodes = (sheet: Sheet): boolean =>
  sheet.view === undefined &&
  (sheet.streams?.length ?? 0) > 0 &&
  sheet.links.some((l) => l.way === 'listen' && BY_LEAD_PICTURES.has(l.kind));
const BY_LEAD_PICTURES: ReadonlySet<LinkKind> = new Set(['composite', 'hdmi', 'ribbon']);
