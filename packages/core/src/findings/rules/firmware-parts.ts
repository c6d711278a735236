import type { Sheet } from '../../parts/index.js';
import type { Part } from '../../rig/index.js';
import type { RuleContext } from '../finding.js';

export interface FirmwareNeed {
  device: Part;
  controller: Part;
  board: Sheet['board'];
  need: Sheet['firmware'][number];
}

/** Every firmware need of a device with the controller it hangs on. */
export function firmwareNeeds({ conversations }: RuleContext): FirmwareNeed[] {
  const seen = new Set<string>();
  return conversations.flatMap((c) => {
    const key = `${c.talker.part.id} ${c.listener.part.id}`;
    if (c.talker.sheet.role !== 'controller' || !c.listener.link.pins.send || seen.has(key)) return [];
    seen.add(key);
    return c.listener.sheet.firmware.map((need) => ({
      device: c.listener.part,
      controller: c.talker.part,
      board: c.talker.sheet.board,
      need,
    }));
  });
}

/** Negative when version `a` is older than `b`: numbers between dots, one after the other. */
export function compareVersions(a: string, b: string): number {
  const [x, y] = [a, b].map((v) => v.split('.').map(Number));
  for (let i = 0; i < Math.max(x!.length, y!.length); i++) {
    const by = (x![i] ?? 0) - (y![i] ?? 0);
    if (by) return by;
  }
  return 0;
}
