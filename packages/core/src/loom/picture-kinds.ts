import type { LinkKind } from '../parts/index.js';

/** Kinds of link that carry a picture. */
export const PICTURE_KINDS: ReadonlySet<LinkKind> = new Set(['composite', 'hdmi', 'ribbon', 'ethernet']);
