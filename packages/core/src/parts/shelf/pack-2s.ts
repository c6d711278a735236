import { packSheet } from './define.js';

/** Small pack for a payload that flies on somebody else's craft. */
export const pack2s = packSheet(2, 1300, 82, 0.018, 40);
