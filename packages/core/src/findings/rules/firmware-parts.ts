import { flies, type Sheet } from '../../parts/index.js';
import { findPart, findPin, sheetOf, type Part, type PinRef, type Rig } from '../../rig/index.js';
import type { RuleContext } from '../finding.js';

interface PartAndSheet {
  part: Part;
  sheet: Sheet;
}

/** A device that asks something of the firmware of the controller it hangs on. */
export interface FirmwareNeed {
  device: Part;
  controller: Part;
  board: Sheet['board'];
  need: Sheet['firmware'][number];
}

/**
 * Every firmware need of a part with the controller it hangs on, by the link that needs it: menus, ladders, gimbals alike.
 * A lead that is meant for the link counts, whether or not it is wired right: mending it changes no firmware.
 */
export function firmwareNeeds(context: RuleContext): FirmwareNeed[] {
  const seen = new Set<string>();
  return hangings(context).flatMap(({ controller, device, link }) =>
    device.sheet.firmware
      .filter((need) => need.over === undefined || need.over === link)
      .filter((need) => {
        const key = `${controller.part.id} ${device.part.id} ${need.what}`;
        return !seen.has(key) && seen.add(key);
      })
      .map((need) => ({ device: device.part, controller: controller.part, board: controller.sheet.board, need })),
  );
}

/** A device with needs of its own; what flies is asked, and asks nobody. */
const asksFirmware = (sheet: Sheet): boolean => sheet.firmware.length > 0 && !flies(sheet);

interface Hanging {
  controller: PartAndSheet;
  device: PartAndSheet;
  /** Link of the device. */
  link: string;
}

const pairOf = ({ controller, device }: Hanging): string => `${controller.part.id} ${device.part.id}`;

function hangings({ rig, conversations }: RuleContext): Hanging[] {
  const talking = conversations.flatMap((c): Hanging[] => {
    const [controller, device] = flies(c.talker.sheet) ? [c.talker, c.listener] : [c.listener, c.talker];
    return flies(controller.sheet) && asksFirmware(device.sheet) ? [{ controller, device, link: device.link.id }] : [];
  });
  const known = new Set(talking.map(pairOf));
  const wired = rig.cables.flatMap((cable) => cable.wires.flatMap(({ from, to }) => meantBy(rig, from, to)));
  return [...talking, ...wired.filter((h) => !known.has(pairOf(h)))];
}

/** Links of a device that a wire with a signal at either end is meant for: those on the plug it ends in. */
function meantBy(rig: Rig, from: PinRef, to: PinRef): Hanging[] {
  const ends = [from, to].map((at) => ({ at, part: findPart(rig, at.part)!, sheet: sheetOf(rig, at.part) }));
  const controller = ends.find((e) => flies(e.sheet));
  const device = ends.find((e) => asksFirmware(e.sheet));
  if (!controller || !device || !ends.some(({ at }) => findPin(rig, at)?.pin.line === 'signal')) return [];
  return device.sheet.links
    .filter((l) => Object.values(l.pins).some((pin) => pin.port === device.at.port))
    .map((l) => ({ controller, device, link: l.id }));
}

/** Firmware that is enough for everything on a controller: one that is too old for another would be the next finding. */
export const leastFor = (needs: readonly FirmwareNeed[], controller: string): string =>
  needs
    .filter((n) => n.controller.id === controller)
    .map((n) => n.need.least)
    .reduce((a, b) => (compareVersions(a, b) < 0 ? b : a));

/** Negative when version `a` is older than `b`: numbers between dots, one after the other. */
export function compareVersions(a: string, b: string): number {
  const [x, y] = [a, b].map((v) => v.split('.').map(Number));
  for (let i = 0; i < Math.max(x!.length, y!.length); i++) {
    const by = (x![i] ?? 0) - (y![i] ?? 0);
    if (by) return by;
  }
  return 0;
}
