import type { Link } from '../parts/index.js';

/**
 * What a device calls a slot: by its own first number, and "aux 1" and on where it counts so.
 * @param slot as the bus counts, from 1
 */
export function slotName({ base = 1, auxFrom }: Pick<Link['params'], 'base' | 'auxFrom'>, slot: number): string {
  if (auxFrom !== undefined && slot >= auxFrom) return `aux ${slot - auxFrom + 1}`;
  return String(slot - 1 + base);
}
