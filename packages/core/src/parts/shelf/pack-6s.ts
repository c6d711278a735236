import { packSheet } from './define.js';

/** Six-cell pack of a seven-inch craft. */
export const pack6s = packSheet(6, 1800, 330, 0.02, 120);
