import { PICTURE_LINKS, type LinkKind } from '../parts/index.js';

/** Kinds of link that carry a picture. */
export const PICTURE_KINDS: ReadonlySet<LinkKind> = new Set(PICTURE_LINKS);
