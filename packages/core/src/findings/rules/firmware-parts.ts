import { flies, type Sheet } from '../../parts/index.js';
import type { Part } from '../../rig/index.js';
import type { RuleContext } from '../finding.js';

export interface FirmwareNeed {
  device: Part;
  controller: Part;
  board: Sheet['board'];
  need: Sheet['firmware'][number];
}

/** Every firmware need of a part with the controller it hangs on, by the link that needs it: menus, ladders, gimbals alike. */
export function firmwareNeeds({ conversations }: RuleContext): FirmwareNeed[] {
  const seen = new Set<string>();
  return conversations.flatMap((c) => {
    const [controller, device] = flies(c.talker.sheet) ? [c.talker, c.listener] : [c.listener, c.talker];
    if (!flies(controller.sheet) || flies(device.sheet)) return [];
    return device.sheet.firmware
      .filter((need) => need.over === undefined || need.over === device.link.id)
      .filter((need) => {
        const key = `${controller.part.id} ${device.part.id} ${need.what}`;
        return !seen.has(key) && seen.add(key);
      })
      .map((need) => ({ device: device.part, controller: controller.part, board: controller.sheet.board, need }));
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
