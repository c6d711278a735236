import { anyOver, flies, isCompass, type Link, type Sheet } from '../parts/index.js';
import {
  assignablePort,
  isSerial,
  speakAlike,
  speechOf,
  wantedUses,
  type Conversation,
  type LinkEnd,
} from '../loom/index.js';
import type { Part } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import type { Poser } from './poser.js';
import { whyNoLead } from './why-unmet.js';

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
      poser.need(need, antennaText(part, sheet, link), COST.openWish, {
        part: part.id,
        lacks: () => whyNoLead(poser, need, 'no antenna is left on this bench'),
      });
      const talker = ownEnd(poser, part.id, link.id);
      if (talker) for (const foot of feet) addJoin(poser, talker, foot, { covers: [need], cost: [] });
    }
  }
}

/** Which antenna is wanted, by its plug where a part has several. */
function antennaText({ label }: Part, sheet: Sheet, { pins }: Link): string {
  const several = sheet.links.filter((l) => l.kind === 'antenna' && l.way === 'talk').length > 1;
  const at = sheet.ports.find((p) => p.id === pins.data?.port);
  return several && at ? `${label} has its antenna at ${at.label}` : `${label} has its antenna`;
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
    poser.need(need, `${part.label} is heard`, COST.openWish, {
      part: part.id,
      lacks: () => whyNoLead(poser, need, 'no controller here has a CAN plug free'),
    });
    for (const board of boards) addJoin(poser, sensor, board, { covers: [need], cost: [] });
  }
}

/** Serial devices with nothing to be told: they hang on a controller's port, or on a universal one of a box, where one is free. */
function poseReports(poser: Poser): void {
  const serial = poser.view.ends.filter(({ end }) => isSerial(end.link));
  const boards = serial.filter(({ cls }) => flies(cls.sheet));
  const hosts = serial.filter(({ cls, end }) => !flies(cls.sheet) && assignablePort(end) !== undefined);
  for (const device of serial) {
    const { cls, end } = device;
    const speech = speechOf(end.link);
    const reports = (end.link.kind === 'device-serial' || end.link.kind === 'mavlink') && speech !== undefined;
    if (!reports || flies(cls.sheet) || cls.sheet.functions.some((f) => anyOver(f).includes(end.link.id))) continue;
    if (poser.view.kept.some((c) => isIn(c, device))) continue;
    const own = [...boards, ...hosts].filter((host) => mayHang(device, host));
    // a universal port waits for what it may be told; what is no controller's is a box's
    if (hosts.includes(device) ? !own.some((host) => boards.includes(host)) : !boards.length && !own.length) continue;
    const need = `report ${cls.id}`;
    poser.need(need, `${cls.part.label} and ${hostsText(own)} exchange ${speech}`, COST.openNice, {
      part: cls.part.id,
      lacks: () => whyNoLead(poser, need, 'no serial port here suits it'),
    });
    for (const host of own) addJoin(poser, host, device, { covers: [need], cost: [] });
  }
}

/** Whose ports would take a device: the controller's, and those of boxes by their names. */
function hostsText(hosts: readonly ClassEnd[]): string {
  const names = hosts.map(({ cls }) => (flies(cls.sheet) ? 'the controller' : cls.part.label));
  return [...new Set(names.length ? names : ['the controller'])].join(' or ');
}

/** They speak alike, and where one of them is to be told what hangs on it, it can be told the other. */
function mayHang({ cls, end }: ClassEnd, host: ClassEnd): boolean {
  const canTell = (own: LinkEnd, other: LinkEnd): boolean => {
    const port = assignablePort(own);
    return !port || wantedUses(port, own, other).length > 0;
  };
  return (
    host.cls.part.id !== cls.part.id &&
    speakAlike(host.end.link, end.link) &&
    canTell(host.end, end) &&
    canTell(end, host.end)
  );
}

const isIn = ({ talker, listener }: Conversation, { cls, end }: ClassEnd): boolean =>
  [talker, listener].some(({ part, link }) => part.id === cls.part.id && link.id === end.link.id);
