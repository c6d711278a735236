import { isAntenna, canBeMade } from '../parts/index.js';
import { partsThat, sheetOf, type Rig } from '../rig/index.js';

/** An antenna on the bench that fits a radio's socket and hangs on nothing yet; null when there is none. */
export function canJoinAntenna(rig: Rig, part: string, linkId: string): { part: string; port: string } | null {
  const sheet = sheetOf(rig, part);
  const at = sheet.links.find((l) => l.id === linkId)?.pins.data;
  const socket = sheet.ports.find((p) => p.id === at?.port);
  if (!socket) return null;
  for (const { part: antenna, sheet: own } of partsThat(rig, isAntenna)) {
    const foot = own.ports.find((p) => canBeMade(p.plug.family, socket.plug.family));
    const used = rig.cables.some((c) => c.wires.some((w) => w.from.part === antenna.id || w.to.part === antenna.id));
    if (foot && !used) return { part: antenna.id, port: foot.id };
  }
  return null;
}
