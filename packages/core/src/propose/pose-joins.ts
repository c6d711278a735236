import { flies, isCompass, overOf } from '../parts/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import type { Poser } from './poser.js';

/** What must be joined besides sticks, volts and pictures: antennas, sensors, devices that only report. */
export function poseJoins(poser: Poser): void {
  poseAntennas(poser);
  poseSensors(poser);
  poseReports(poser);
}

function poseAntennas(poser: Poser): void {
  const feet = poser.view.ends.filter(({ end }) => end.link.kind === 'antenna' && end.link.way === 'listen');
  for (const { part, sheet } of poser.view.parts) {
    for (const link of sheet.links.filter((l) => l.kind === 'antenna' && l.way === 'talk')) {
      if (poser.view.kept.some((c) => c.talker.part.id === part.id && c.talker.link.id === link.id)) continue;
      const need = `antenna ${part.id}.${link.id}`;
      poser.need(need, `${part.label}: ${link.id} has its antenna`, COST.openWish, { part: part.id });
      const talker = ownEnd(poser, part.id, link.id);
      if (talker) for (const foot of feet) addJoin(poser, talker, foot, { covers: [need], cost: [] });
    }
  }
}

/** The class end of one link of a part, with that very link's unit as its only member. */
function ownEnd(poser: Poser, part: string, link: string): ClassEnd | null {
  for (const { cls, nth } of poser.view.ends) {
    const unit = cls.part.id === part ? cls.members.find((u) => u.links[nth]!.link.id === link) : undefined;
    if (unit) return { cls: { ...cls, id: `${cls.part.id}.${unit.id}`, members: [unit] }, nth, end: unit.links[nth]! };
  }
  return null;
}

/** Parts that say something on a shared pair: a compass on the controller's CAN. */
function poseSensors(poser: Poser): void {
  const boards = poser.view.ends.filter(({ cls, end }) => flies(cls.sheet) && end.link.kind === 'can');
  if (!boards.length) return;
  for (const sensor of poser.view.ends.filter(({ cls, end }) => isCompass(cls.sheet) && end.link.kind === 'can')) {
    const { part } = sensor.cls;
    if (
      poser.view.kept.some((c) => c.kind === 'can' && (c.talker.part.id === part.id || c.listener.part.id === part.id))
    )
      continue;
    const need = `sensor ${part.id}`;
    poser.need(need, `${part.label} is heard`, COST.openWish, { part: part.id });
    for (const board of boards) addJoin(poser, sensor, board, { covers: [need], cost: [] });
  }
}

/** Serial devices with nothing to be told: they hang on a controller's port where one is free. */
function poseReports(poser: Poser): void {
  const ports = poser.view.ends.filter(({ cls, end }) => flies(cls.sheet) && end.link.kind === 'device-serial');
  if (!ports.length) return;
  for (const device of poser.view.ends) {
    const { cls, end } = device;
    const reports =
      (end.link.kind === 'device-serial' || end.link.kind === 'mavlink') && end.link.params.protocol !== undefined;
    if (!reports || flies(cls.sheet) || cls.sheet.functions.some((f) => overOf(f).includes(end.link.id))) continue;
    if (poser.view.kept.some((c) => c.listener.part.id === cls.part.id && c.listener.link.id === end.link.id)) continue;
    const need = `report ${cls.id}`;
    poser.need(need, `${cls.part.label} and the controller exchange ${end.link.params.protocol}`, COST.openNice, {
      part: cls.part.id,
    });
    for (const port of ports) addJoin(poser, port, device, { covers: [need], cost: [] });
  }
}
