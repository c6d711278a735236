import { packSheet } from './define.js';

/** Three-cell pack. @source [practice] 3S = 12.6…9.9 V */
export const pack3s = packSheet(3, 2200, 185, 0.016, 50);
