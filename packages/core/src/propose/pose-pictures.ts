import { isAcrossAir, isPair, PICTURE_KINDS } from '../loom/index.js';
import {
  LINK_WORDS,
  encodes,
  isNetworkPlug,
  isScreen,
  sees,
  turns,
  type LinkKind,
  type Sheet,
} from '../parts/index.js';
import type { Part } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import { netNeed, reachesScreen, showsNetwork, wantsHub } from './pose-screens.js';
import type { Poser } from './poser.js';
import { whyNoLead, whyUnseen } from './why-unmet.js';

/** Order in which a picture passes parts. @source [practice] camera → converter → switcher → on-screen display → transmitter */
function stageOf(sheet: Sheet): number {
  if (encodes(sheet)) return 1;
  if (sees(sheet)) return 0;
  const [path] = sheet.pictures;
  if (!path) return 4;
  // a digital picture is shared out as it comes from its camera, an analogue one with all that is written into it
  if (splits(sheet)) return inputKind(sheet) === 'composite' ? 3.5 : 0.5;
  if (isFromAir(sheet)) return 0;
  const linkOf = (id: string | undefined) => sheet.links.find((l) => l.id === id);
  const [into, out] = [linkOf(path.inputs[0]), linkOf(path.output)];
  if (into?.kind !== out?.kind) return 1;
  // onto a pair of wires, and off it again at its far end
  if (into && out && isPair({ sheet, link: into }) !== isPair({ sheet, link: out }))
    return isPair({ sheet, link: out }) ? 1 : 1.5;
  // a gimbal that passes its camera's picture on stands before all that chooses or writes
  if (turns(sheet)) return 1;
  return path.inputs.length > 1 ? 2 : 3;
}

/** It hands on by lead what it takes from the air. */
const isFromAir = ({ links, pictures: [path] }: Sheet): boolean =>
  links.some((l) => l.kind === 'radio' && l.id === path?.inputs[0]);

const onwardNeed = (part: string): string => `onward ${part}`;
const overlayNeed = (part: string): string => `overlay ${part}`;
const shownNeed = (part: string): string => `shown ${part}`;

/** Every camera's picture goes somewhere, every relay hands on what it is given, a display in the path is in the path. */
export function posePictures(poser: Poser): void {
  const { view } = poser;
  const talkers = view.ends.filter(({ end }) => PICTURE_KINDS.has(end.link.kind) && end.link.way === 'talk');
  const listeners = takers(poser);
  if (!listeners.some(({ cls }) => stageOf(cls.sheet) === 4 || loops(cls.sheet))) return;
  const kept = view.kept.filter((c) => PICTURE_KINDS.has(c.kind));
  const sends = (part: Part): boolean => kept.some((c) => c.talker.part.id === part.id);
  const given = (part: Part): boolean => kept.some((c) => c.listener.part.id === part.id);
  // a screen that takes it from the air may be the end of it
  const onwardCost = (part: Part, sheet: Sheet): number | null =>
    given(part)
      ? COST.openWish
      : isFromAir(sheet) && listeners.some((to) => takesFrom(poser, sheet, to))
        ? COST.openNice
        : null;
  for (const { part, sheet } of view.parts) {
    const out = sheet.links.some((l) => PICTURE_KINDS.has(l.kind) && l.way === 'talk');
    if (sees(sheet) && out && !sends(part))
      poser.need(`picture ${part.id}`, `The picture of ${part.label} arrives`, COST.openWish, {
        part: part.id,
        lacks: () => whyUnseen(poser, `picture ${part.id}`, part, sheet),
      });
    if (!sheet.pictures.length) continue;
    if (!sends(part))
      poser.need(onwardNeed(part.id), `${part.label} hands its picture on`, onwardCost(part, sheet), {
        part: part.id,
        lacks: () => whyUnseen(poser, onwardNeed(part.id), part, sheet),
      });
    const from = inputKind(sheet);
    if (
      (stageOf(sheet) === 3 || splits(sheet)) &&
      !given(part) &&
      talkers.some(({ cls, end }) => end.link.kind === from && cls.part.id !== part.id)
    )
      poser.need(
        overlayNeed(part.id),
        splits(sheet)
          ? `${part.label} gets a picture to share out`
          : `${part.label} ${loops(sheet) ? 'gets a picture' : 'writes into the picture'}`,
        COST.openNice,
        {
          part: part.id,
          lacks: () => whyNoLead(poser, overlayNeed(part.id), `no ${LINK_WORDS[from!]} picture comes before it`),
        },
      );
  }
  if (view.parts.some(({ sheet }) => splits(sheet) || loops(sheet) || isSeenTwice(sheet)))
    for (const { part, sheet } of view.parts)
      if (takesOne(sheet) && [1, 4].includes(stageOf(sheet)) && !given(part))
        poser.need(shownNeed(part.id), `${part.label} gets a picture`, COST.openNice, {
          part: part.id,
          lacks: () => whyNoLead(poser, shownNeed(part.id), 'no picture is left for it'),
        });
  for (const talker of talkers) for (const listener of listeners) posePath(poser, talker, listener);
}

/** Whatever takes a picture by lead; where no box sends a network on through the air, a screen takes it by its own plug. */
function takers({ view: { ends } }: Poser): ClassEnd[] {
  const boxes = ends.filter(({ end }) => PICTURE_KINDS.has(end.link.kind) && end.link.way === 'listen');
  const isEnd = ({ cls, end }: ClassEnd): boolean => end.link.kind === 'ethernet' && stageOf(cls.sheet) === 4;
  return boxes.some(isEnd) ? boxes : [...boxes, ...ends.filter(isScreenPlug)];
}

/** The network plug of a screen with an app that shows what lenses send over a network. */
const isScreenPlug = ({ cls: { sheet }, end: { link } }: ClassEnd): boolean =>
  isNetworkPlug(link) && link.way === 'both' && !sees(sheet) && showsNetwork(sheet);

const pictureInputs = ({ links }: Sheet): number =>
  links.filter((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen' && Object.keys(l.pins).length > 0).length;
const takesOne = (sheet: Sheet): boolean => pictureInputs(sheet) === 1;

const inputKind = ({ links, pictures: [path] }: Sheet): LinkKind | undefined =>
  links.find((l) => l.id === path?.inputs[0])?.kind;

/** A screen that hands on what it shows. */
const loops = (sheet: Sheet): boolean => isScreen(sheet) && sheet.pictures.length > 0 && !isFromAir(sheet);

/** A camera with two plugs for its picture: one for whoever works it, one for all others. */
const isSeenTwice = (sheet: Sheet): boolean =>
  sees(sheet) &&
  [...PICTURE_KINDS].some(
    (kind) => kind !== 'ethernet' && sheet.links.filter((l) => l.kind === kind && l.way === 'talk').length > 1,
  );

/** One picture comes in and goes out several times. */
const splits = ({ pictures }: Sheet): boolean =>
  pictures.length > 1 &&
  pictures.every((path) => path.inputs.length === 1 && path.inputs[0] === pictures[0]!.inputs[0]);

/** It stands on the ground as well, and takes what a box puts out. */
const takesFrom = ({ view }: Poser, from: Sheet, { cls, end }: ClassEnd): boolean =>
  from.links.some((l) => l.way === 'talk' && l.kind === end.link.kind) && !isAcrossAir(view.rig, from, cls.sheet);

function posePath(poser: Poser, talker: ClassEnd, listener: ClassEnd): void {
  const [from, to] = [talker.cls, listener.cls];
  if (isAcrossAir(poser.view.rig, from.sheet, to.sheet) || wantsHub(poser, talker, listener)) return;
  if (talker.end.link.kind !== listener.end.link.kind || stageOf(from.sheet) >= stageOf(to.sheet)) return;
  const own = sees(from.sheet) ? `picture ${from.part.id}` : onwardNeed(from.part.id);
  if (!loops(from.sheet) && !poser.has(own)) return;
  const net = netNeed(from.part.id, talker.end.link.id);
  const taken = netNeed(to.part.id, listener.end.link.id);
  const covers = [
    ...(loops(from.sheet) ? [] : [own]),
    ...[overlayNeed(to.part.id), shownNeed(to.part.id)].filter((need) => poser.has(need)),
    ...(poser.has(net) && reachesScreen(poser, to.part.id) ? [net] : []),
    ...[taken].filter((need) => poser.has(need)),
  ];
  // a screen may be the end of it
  const relay = to.sheet.pictures.length > 0 && !loops(to.sheet);
  const wakes = relay && poser.has(onwardNeed(to.part.id)) ? [onwardNeed(to.part.id)] : [];
  if (!covers.length) return;
  // a screen hands on what comes to it, where anybody is there for it
  const takes = loops(from.sheet) ? poser.relies(overlayNeed(from.part.id)) : [];
  addJoin(poser, talker, listener, { covers, wakes, takes, cost: [] });
  // one lead puts a box on the network; a second eye comes to a plug beside it
  const beside = covers.filter((need) => need !== taken);
  if (beside.length && beside.length < covers.length)
    addJoin(poser, talker, listener, { covers: beside, wakes, takes: [...takes, ...poser.relies(taken)], cost: [] });
  // what it shares out once more is of use to what has no other picture
  const first = isFromAir(from.sheet) || isSeenTwice(from.sheet) ? own : overlayNeed(from.part.id);
  if ((splits(from.sheet) || isSeenTwice(from.sheet)) && poser.has(first) && covers.length > 1)
    addJoin(poser, talker, listener, { covers: covers.slice(1), wakes, takes: poser.relies(first), cost: [] });
}
