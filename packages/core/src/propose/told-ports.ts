import { assignablePort, findConversations, toldUse, wantedUses, type LinkEnd } from '../loom/index.js';
import { findPart, type Edit, type Rig } from '../rig/index.js';

/** Tells universal ports what hangs on them, where they are told something else. @source [practice] */
export function toldEdits(rig: Rig): Edit[] {
  const told = new Map<string, Record<string, string>>();
  for (const c of findConversations(rig))
    for (const [end, other] of [
      [c.talker, c.listener],
      [c.listener, c.talker],
    ] as [LinkEnd, LinkEnd][]) {
      const port = assignablePort(end);
      const part = port && findPart(rig, end.part.id);
      if (!part) continue;
      const now = told.get(part.id) ?? { ...part.told };
      const wanted = wantedUses(port, end, other);
      if (!wanted[0] || (wanted as string[]).includes(now[port.port] ?? toldUse(part, port))) continue;
      told.set(part.id, { ...now, [port.port]: wanted[0] });
    }
  return [...told].map(([part, uses]): Edit => ({ kind: 'note', part, change: { told: uses } }));
}
