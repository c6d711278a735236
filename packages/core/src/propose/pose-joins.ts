import {
  anyOver,
  bringsChannels,
  carriesDataByAir,
  firstSlotOf,
  flies,
  gathersRows,
  hasControls,
  hearsPhotos,
  isCompass,
  isMute,
  mayTag,
  passesOn,
  sees,
  staysOnGround,
  tagsPhotos,
  tellsPhotos,
  type Link,
  type Sheet,
} from '../parts/index.js';
import {
  areApart,
  assignablePort,
  isSerial,
  pinOf,
  speakAlike,
  speechOf,
  wantedUses,
  type Conversation,
  type LinkEnd,
} from '../loom/index.js';
import { pinText, type Part } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import { changersOf } from './changers.js';
import { COST, type CostPart } from './costs.js';
import { leadJoins, poseGroundEnds } from './ground-ends.js';
import { addJoin } from './join-options.js';
import { pinCost } from './pins.js';
import type { Poser } from './poser.js';
import { whyNoLead } from './why-unmet.js';

/** What must be joined besides sticks, volts and pictures: antennas, sensors, devices that only report, motors, second receivers. */
export function poseJoins(poser: Poser): void {
  poseAntennas(poser);
  posePairs(poser);
  poseGroundEnds(poser);
  poseReports(poser);
  poseMotors(poser);
  poseSecondReceivers(poser);
  poseRows(poser);
  posePhotos(poser);
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
      if (talker)
        for (const foot of feet) addJoin(poser, talker, foot, { covers: [need], cost: [sideCost(poser, sheet, foot)] });
    }
  }
}

/** An antenna that stays on the ground is for what stays there. */
const sideCost = ({ view }: Poser, sheet: Sheet, { cls }: ClassEnd): CostPart => ({
  why: 'made for the other side',
  points: areApart(view.rig, sheet, cls.sheet) ? COST.otherSide : 0,
});

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

/**
 * Parts on a shared pair that no channel asks for anything there: what says something to the controller, a compass before all, and
 * what is told by it alone, as speed units are.
 */
function posePairs(poser: Poser): void {
  const boards = poser.view.ends.filter(({ cls, end }) => flies(cls.sheet) && end.link.kind === 'can');
  if (!boards.length) return;
  for (const end of poser.view.ends.filter(isOnPair)) {
    const { part, sheet } = end.cls;
    const isMet = (c: Conversation): boolean => [c.talker, c.listener].some((e) => e.part.id === part.id);
    if (poser.view.kept.some((c) => c.kind === 'can' && isMet(c))) continue;
    const isTold = end.end.link.way === 'listen';
    const need = `sensor ${part.id}`;
    poser.need(
      need,
      isTold ? `${part.label} hears the controller` : `${part.label} is heard`,
      isTold ? COST.openMotor : isCompass(sheet) ? COST.openWish : COST.openNice,
      { part: part.id, lacks: () => whyNoLead(poser, need, 'no controller here has a CAN plug free') },
    );
    // whoever speaks, it is the controller's plug that several share
    for (const board of boards) addJoin(poser, board, end, { covers: [need], cost: [] });
  }
}

/** A CAN plug of what is no controller, brings no channels and hands none on, and by which nothing is asked. */
const isOnPair = ({ cls: { sheet }, end: { link } }: ClassEnd): boolean =>
  link.kind === 'can' &&
  !flies(sheet) &&
  !bringsChannels(sheet) &&
  (isCompass(sheet) || (!passesOn(sheet) && !sheet.functions.some((f) => anyOver(f).includes(link.id))));

/** Does nothing that anybody asks for, and hears pulses: the speed controllers and rudders of a craft, which its controller mixes. */
const isMotor = (poser: Poser, { cls: { sheet, part }, end: { link } }: ClassEnd): boolean =>
  link.kind === 'pulse' &&
  link.way === 'listen' &&
  ![...sheet.functions, ...sheet.pictures].length &&
  !(passesOn(sheet) && sheet.links.some((l) => l.way === 'talk' && (!mayReport(l) || isObeyed(poser, part, l))));

/** A motor may say in bytes how it runs; what closes a contact, lights a lamp or gives pulses works something. */
const mayReport = (said: Link): boolean => isSerial(said) || said.kind === 'can';

/** Something on the bench does what is said by it: no report of a motor to its controller. */
const isObeyed = ({ view }: Poser, own: Part, said: Link): boolean =>
  view.parts.some(
    ({ part, sheet }) =>
      part !== own &&
      !flies(sheet) &&
      sheet.links.some(
        (l) =>
          l.way !== 'talk' &&
          l.kind === said.kind &&
          (!isSerial(l) || speakAlike(said, l)) &&
          sheet.functions.some((f) => anyOver(f).includes(l.id)),
      ),
  );

/**
 * Each motor has an output of the controller's own. One that may be told a slot is left to the payload where that will do. Where no
 * controller moves anything, what nobody is told the work of (a rudder, an aileron) hangs on a receiver.
 */
function poseMotors(poser: Poser): void {
  const pulses = poser.view.ends.filter(({ end }) => end.link.kind === 'pulse' && end.link.way === 'talk');
  const own = pulses.filter(({ cls }) => flies(cls.sheet));
  const outputs = own.length ? own : pulses.filter(({ cls }) => bringsChannels(cls.sheet) || passesOn(cls.sheet));
  if (!outputs.length) return;
  const [teller, openPoints] = own.length ? ['controller', COST.openMotor] : ['receiver', COST.openNice];
  const motors = poser.view.ends.filter((end) => isMotor(poser, end));
  const lines = motors.reduce((sum, { cls }) => sum + cls.members.length, 0);
  for (const { cls, nth } of motors)
    for (const unit of cls.members) {
      const motor = ownEnd(poser, cls.part.id, unit.links[nth]!.link.id)!;
      const need = `motor ${motor.cls.id} ${nth}`;
      poser.need(
        need,
        `${pinText(poser.view.rig, pinOf(motor.end, motor.end.link.pins.data!))} hears the ${teller}`,
        openPoints,
        {
          part: cls.part.id,
          lacks: () => whyNoLead(poser, need, `no output of the ${teller} is left for it`),
        },
      );
      for (const output of outputs)
        addJoin(poser, output, motor, {
          covers: [need],
          cost: own.length
            ? [
                ...(output.end.link.slotSetting ? [TOLD_OUTPUT] : []),
                ...(isAmongFirst(output, lines) ? [] : [LATER_OUTPUT]),
              ]
            : pinCost(poser.view.rig, output.end, motor.end),
        });
    }
}

/** Whether an output, or one alike, is among the first so many of its controller: motors are counted from there. @source [practice] */
function isAmongFirst({ cls, nth }: ClassEnd, lines: number): boolean {
  const first = cls.sheet.links.filter((l) => l.kind === 'pulse' && l.way === 'talk').slice(0, lines);
  return cls.members.some((unit) => first.some((l) => l.id === unit.links[nth]!.link.id));
}
const LATER_OUTPUT: CostPart = { why: 'an output behind those of the motors', points: COST.laterOutput };

const TOLD_OUTPUT: CostPart = { why: 'an output that could be told a slot', points: COST.toldOutput };

/** A box that goes over to another receiver where one falls silent has a plug for each: a second that hears the same transmitter is for it. */
function poseSecondReceivers(poser: Poser): void {
  for (const { input, from } of changersOf(poser.view)) {
    const { part, sheet } = input.cls;
    const { kind } = input.end.link;
    if (poser.view.kept.filter((c) => c.listener.part.id === part.id && c.kind === kind).length > 1) continue;
    const need = `second receiver ${part.id}`;
    poser.need(need, `${part.label} hears a second receiver`, COST.openNice, {
      part: part.id,
      lacks: () => whyNoLead(poser, need, 'no receiver is left for it'),
    });
    const feeds = sheet.supplies.map((s) => `feed ${part.id}.${s.id}`).filter((feed) => poser.has(feed));
    for (const receiver of from) addJoin(poser, receiver, input, { covers: [need], wakes: feeds, cost: [] });
  }
}

/** A box that puts rows on a bus has one for each slot that is wished for behind it. */
function poseRows(poser: Poser): void {
  const { ends, rig, parts } = poser.view;
  const rows = ends.filter(
    ({ cls, end }) => bringsChannels(cls.sheet) && end.link.kind === 'pulse' && end.link.way === 'talk',
  );
  for (const input of ends.filter(({ end }) => end.link.kind === 'pulse' && end.link.way === 'listen')) {
    const { part, sheet, members } = input.cls;
    const out = sheet.links.find((l) => gathersRows(sheet, l));
    if (!out) continue;
    const behind = parts.flatMap((p) => p.sheet.functions.filter((f) => overKind(p.sheet, f) === out.kind));
    const slots = behind.filter((f) => rig.wishes.some((w) => w.what === f.what)).map((f) => firstSlotOf(f) ?? 1);
    // the first is joined by what is told through it
    for (let row = 2; row <= Math.min(members.length, Math.max(0, ...slots)); row++) {
      const need = `row ${row} of ${part.id}`;
      poser.need(need, `${part.label} hears row ${row}`, COST.openNice, {
        part: part.id,
        lacks: () => whyNoLead(poser, need, 'no pin of a receiver is left for it'),
      });
      for (const talker of rows) addJoin(poser, talker, input, { covers: [need], cost: [] });
    }
  }
}

/** In what kind a function is told by lead, where there is one. */
const overKind = ({ links }: Sheet, fn: Sheet['functions'][number]): Link['kind'] | undefined =>
  links.find((l) => anyOver(fn).includes(l.id))?.kind;

/**
 * A tagger is told of each photo, by a camera's own contact or that of a box; a box that hands on what its shoe hears is told by the
 * camera. @source [practice]
 */
function posePhotos(poser: Poser): void {
  if (!poser.view.parts.some(({ sheet }) => tagsPhotos(sheet) || mayTag(sheet))) return;
  const tellers = poser.view.ends.filter(({ cls, end }) => tellsPhotos(cls.sheet).includes(end.link));
  for (const input of poser.view.ends.filter(({ cls, end }) => hearsPhotos(cls.sheet).includes(end.link))) {
    const { part, sheet } = input.cls;
    const from = tellers.filter(({ cls }) => cls.part.id !== part.id && (sees(cls.sheet) || tagsPhotos(sheet)));
    if (!from.length || !(tagsPhotos(sheet) || mayTag(sheet) || tellsPhotos(sheet).length)) continue;
    for (const unit of input.cls.members)
      posePhotosOf(poser, ownEnd(poser, part.id, unit.links[input.nth]!.link.id)!, from);
  }
}

function posePhotosOf(poser: Poser, input: ClassEnd, from: readonly ClassEnd[]): void {
  if (poser.view.kept.some((c) => isIn(c, input))) return;
  const { part } = input.cls;
  const need = `photos ${input.cls.id} ${input.nth}`;
  poser.need(need, `${part.label} is told of each photo`, COST.openNice, {
    part: part.id,
    lacks: () => whyNoLead(poser, need, 'no contact of a camera is left for it'),
  });
  for (const teller of from) addJoin(poser, teller, input, { covers: [need], cost: [] });
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
    if (
      !reports ||
      flies(cls.sheet) ||
      hasControls(cls.sheet) ||
      cls.sheet.functions.some((f) => anyOver(f).includes(end.link.id))
    )
      continue;
    if (poser.view.kept.some((c) => isIn(c, device)) || endsOnGround(poser, cls.sheet)) continue;
    // what only tells is heard as well by another that speaks as it does: a writer of words into the picture
    const peers = isMute(cls.sheet) ? serial.filter((peer) => !hosts.includes(peer) && isNamedAlike(device, peer)) : [];
    const own = [...boards, ...hosts, ...peers].filter((host) => mayHang(device, host));
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

/** The ground end of a data link whose other end is carried, or a screen for it to hang on: what it tells comes through the air. */
const endsOnGround = ({ view: { parts } }: Poser, sheet: Sheet): boolean =>
  staysOnGround(sheet) &&
  parts.some((p) => carriesDataByAir(p.sheet) && !staysOnGround(p.sheet)) &&
  (carriesDataByAir(sheet) ||
    parts.some((p) => carriesDataByAir(p.sheet) && staysOnGround(p.sheet) && leadJoins(p.sheet, sheet)));

/** Neither flies, and both sheets name one and the same speech. */
const isNamedAlike = ({ end }: ClassEnd, { cls, end: peer }: ClassEnd): boolean =>
  !flies(cls.sheet) && !isMute(cls.sheet) && speechOf(peer.link) !== undefined && speakAlike(end.link, peer.link);

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
