import { addressOf, networkParts } from '../../loom/index.js';
import type { Rig } from '../../rig/index.js';

/** First three numbers of an address: the subnet of a /24. @source [std RFC 1918] private ranges are used so on the bench */
export const subnetOf = (address: string): string => address.split('.').slice(0, 3).join('.');

/** Addresses of the same subnet that no part has, as many as asked for or as the subnet has left. */
export function freeAddresses(rig: Rig, like: string, count: number): string[] {
  const taken = new Set(networkParts(rig).map((p) => addressOf(rig, p.id)));
  return Array.from({ length: 235 }, (_, i) => `${subnetOf(like)}.${i + 20}`)
    .filter((address) => !taken.has(address))
    .slice(0, count);
}
