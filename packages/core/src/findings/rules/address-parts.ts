import { addressOf, networkParts, subnetOf } from '../../loom/index.js';
import type { Rig } from '../../rig/index.js';

/** Addresses of the same subnet that no part has, as many as asked for or as the subnet has left. */
export function freeAddresses(rig: Rig, like: string, count: number): string[] {
  const taken = new Set(networkParts(rig).map((p) => addressOf(rig, p.id)));
  return Array.from({ length: 235 }, (_, i) => `${subnetOf(like)}.${i + 20}`)
    .filter((address) => !taken.has(address))
    .slice(0, count);
}
