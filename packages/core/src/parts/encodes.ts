import { hasPictureIn } from './capabilities.js';
import type { Sheet } from './sheet.js';

/** Puts a picture that comes by lead on a network, under an address of its own; it has no eye itself. */
export const encodes = (sheet: Sheet): boolean =>
  sheet.view === undefined && (sheet.streams?.length ?? 0) > 0 && hasPictureIn(sheet);
