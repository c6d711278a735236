/** Leads that stand before all else: from a desk to the box that sends for it. Until they are there nobody's sticks come by that box. */
import {
  cableOf,
  canSay,
  findConversations,
  isSerial,
  leadLength,
  linkEnds,
  pinMap,
  portsCanJoin,
  type LinkEnd,
} from '../loom/index.js';
import { hasControls, isRadioModule, type Port } from '../parts/index.js';
import { nextId, type Cable, type Edit, type Rig } from '../rig/index.js';
import { COST } from './costs.js';

/** What was decided before the search. */
export interface DeskLeads {
  /** The rig with those leads, each to stay. */
  rig: Rig;
  edits: Edit[];
  choices: { text: string; demand: string; cable: string; points: number }[];
}

/**
 * A rig in which every box that sends for a desk has one before it: the lead that is there, else one to the first desk that speaks as the
 * box hears and has none yet.
 */
export function deskLeads(rig: Rig): DeskLeads {
  const ends = linkEnds(rig).filter((e) => e.live);
  const boxes = ends.filter((e) => isRadioModule(e.sheet) && e.link.kind !== 'radio' && e.link.way === 'listen');
  const found: DeskLeads = { rig, edits: [], choices: [] };
  for (const box of boxes) {
    const told = findConversations(found.rig).find(
      (c) => c.listener.part.id === box.part.id && hasControls(c.talker.sheet) && !c.troubles.length,
    );
    if (told) {
      found.rig = keeping(found.rig, told.talker.part.id, box.part.id);
      continue;
    }
    const desk = ends.find((e) => speaksTo(found.rig, e, box));
    if (desk) put(found, desk, box);
  }
  return found;
}

const portOf = ({ sheet, link: { pins } }: LinkEnd): Port =>
  sheet.ports.find((p) => p.id === (pins.data ?? pins.send ?? pins.hear)?.port)!;

/** It has controls and nobody to send for it yet, and its plug says what the box hears. */
const speaksTo = (rig: Rig, desk: LinkEnd, box: LinkEnd): boolean =>
  hasControls(desk.sheet) &&
  desk.link.way !== 'listen' &&
  desk.link.kind === box.link.kind &&
  (!isSerial(desk.link) || canSay(desk.link, box.link)) &&
  portsCanJoin(portOf(desk), portOf(box)) &&
  !rig.cables.some((c) =>
    c.wires.some((w) => [w.from, w.to].some((at) => at.part === desk.part.id && at.port === portOf(desk).id)),
  );

function put(found: DeskLeads, talker: LinkEnd, listener: LinkEnd): void {
  const { rig } = found;
  const lengthMm = leadLength(rig, talker.part.id, listener.part.id).needMm;
  const map = pinMap(rig, { kind: 'link', talker, listener, feed: null }, { lengthMm, groundBy: null });
  const cable = cableOf(nextId('C', rig.cables), map.wires, map.adapter);
  found.rig = { ...rig, cables: [...rig.cables, { ...cable, locked: true }] };
  found.edits.push({ kind: 'addCable', cable });
  found.choices.push({
    text: `${talker.part.label} ${portOf(talker).label} → ${listener.part.label} ${portOf(listener).label}`,
    demand: `${listener.part.label} sends what ${talker.part.label} says`,
    cable: cable.id,
    points: COST.lead,
  });
}

/** The leads between two parts stay as they are. */
const keeping = (rig: Rig, a: string, b: string): Rig => {
  const joins = ({ wires }: Cable): boolean =>
    wires.some((w) => [w.from.part, w.to.part].sort().join(' ') === [a, b].sort().join(' '));
  return { ...rig, cables: rig.cables.map((c) => (joins(c) ? { ...c, locked: true } : c)) };
};
