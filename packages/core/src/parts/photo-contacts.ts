import { eyeLinks, flies, sees } from './capabilities.js';
import type { Link, Sheet } from './sheet.js';
import { isAskedOver } from './who-asks.js';

/** Reports to somebody: a pair, as data of its own. */
const reports = ({ links }: Sheet): boolean =>
  links.some((l) => (l.kind === 'device-serial' || l.kind === 'mavlink') && l.way !== 'listen');

/**
 * Contacts by which a part is told that a photo was taken, and does nothing else: the input of a tagger or a controller, the hot shoe of a
 * box that works a camera by another lead. A camera's own release is none.
 */
export function hearsPhotos(sheet: Sheet): readonly Link[] {
  const notes = flies(sheet) || (!sheet.functions.length && reports(sheet));
  if (sees(sheet) || !(eyeLinks(sheet).length || notes)) return [];
  return sheet.links.filter((l) => l.kind === 'contact' && l.way === 'listen' && !isAskedOver(sheet, l.id));
}

/** Contacts by which a part tells of each photo: a camera's hot shoe, what a box hands on beside the lead to its camera. */
export const tellsPhotos = (sheet: Sheet): readonly Link[] =>
  sheet.links.filter((l) => l.kind === 'contact' && l.way === 'talk' && (sees(sheet) || isBeside(sheet, l)));

const isBeside = (sheet: Sheet, link: Link): boolean => {
  const eyes = eyeLinks(sheet);
  return eyes.length > 0 && !eyes.includes(link) && sheet.functions.length > 0;
};

/** Notes each photo, and does nothing that anybody asks for. */
export const tagsPhotos = (sheet: Sheet): boolean => !sheet.functions.length && hearsPhotos(sheet).length > 0;

/** A controller that can note photos besides: nobody misses it where nothing tells it of them. */
export const mayTag = (sheet: Sheet): boolean => flies(sheet) && hearsPhotos(sheet).length > 0;
