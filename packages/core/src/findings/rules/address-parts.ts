import { addressOf, networkParts } from '../../loom/index.js';
import type { Rig } from '../../rig/index.js';

/** First three numbers of an address: the subnet of a /24. @source [std RFC 1918] private ranges are used so on the bench */
export const subnetOf = (address: string): string => address.split('.').slice(0, 3).join('.');

/** An address of the same subnet that no part has; null when the subnet is full. */
export function freeAddress(rig: Rig, like: string): string | null {
  const taken = new Set(networkParts(rig).map((p) => addressOf(rig, p.id)));
  for (let host = 20; host < 255; host++)
    if (!taken.has(`${subnetOf(like)}.${host}`)) return `${subnetOf(like)}.${host}`;
  return null;
}
