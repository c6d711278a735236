import { addressOf, networkParts, subnetOf } from '../loom/index.js';
import type { Edit, Rig } from '../rig/index.js';

/** Gives parts that would share an address, or sit on another subnet than the first, one of their own. @source [std RFC 1918] */
export function addressEdits(rig: Rig): Edit[] {
  const parts = networkParts(rig);
  const first = parts[0] && addressOf(rig, parts[0].id);
  if (!first) return [];
  const subnet = subnetOf(first);
  const taken = new Set<string>();
  const edits: Edit[] = [];
  for (const part of parts) {
    const now = addressOf(rig, part.id)!;
    let address = now;
    if (!now.startsWith(`${subnet}.`) || taken.has(now)) {
      let host = 20;
      while (taken.has(`${subnet}.${host}`) || parts.some((p) => addressOf(rig, p.id) === `${subnet}.${host}`)) host++;
      address = `${subnet}.${host}`;
      edits.push({ kind: 'note', part: part.id, change: { address } });
    }
    taken.add(address);
  }
  return edits;
}
