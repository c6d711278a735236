import { PICTURE_KINDS } from '../loom/index.js';
import { sees, turns, type Sheet } from '../parts/index.js';
import type { Part } from '../rig/index.js';
import type { ClassEnd } from './bench-view.js';
import { COST } from './costs.js';
import { addJoin } from './join-options.js';
import { netNeed, reachesScreen } from './pose-screens.js';
import type { Poser } from './poser.js';
import { whyNoLead, whyUnseen } from './why-unmet.js';

/** Order in which a picture passes parts. @source [practice] camera → converter → switcher → on-screen display → transmitter */
function stageOf(sheet: Sheet): number {
  if (sees(sheet)) return 0;
  const [path] = sheet.pictures;
  if (!path) return 4;
  const kindOf = (id: string | undefined) => sheet.links.find((l) => l.id === id)?.kind;
  if (kindOf(path.inputs[0]) !== kindOf(path.output)) return 1;
  // a gimbal that passes its camera's picture on stands before all that chooses or writes
  if (turns(sheet)) return 1;
  return path.inputs.length > 1 ? 2 : 3;
}

const onwardNeed = (part: string): string => `onward ${part}`;
const overlayNeed = (part: string): string => `overlay ${part}`;

/** Every camera's picture goes somewhere, every relay hands on what it is given, a display in the path is in the path. */
export function posePictures(poser: Poser): void {
  const { view } = poser;
  const talkers = view.ends.filter(({ end }) => PICTURE_KINDS.has(end.link.kind) && end.link.way === 'talk');
  const listeners = view.ends.filter(({ end }) => PICTURE_KINDS.has(end.link.kind) && end.link.way === 'listen');
  if (!view.parts.some(({ sheet }) => takesPictures(sheet) && stageOf(sheet) === 4)) return;
  const kept = view.kept.filter((c) => PICTURE_KINDS.has(c.kind));
  const sends = (part: Part): boolean => kept.some((c) => c.talker.part.id === part.id);
  const given = (part: Part): boolean => kept.some((c) => c.listener.part.id === part.id);
  for (const { part, sheet } of view.parts) {
    const out = sheet.links.some((l) => PICTURE_KINDS.has(l.kind) && l.way === 'talk');
    if (sees(sheet) && out && !sends(part))
      poser.need(`picture ${part.id}`, `The picture of ${part.label} arrives`, COST.openWish, {
        part: part.id,
        lacks: () => whyUnseen(poser, `picture ${part.id}`, part, sheet),
      });
    if (!sheet.pictures.length) continue;
    if (!sends(part))
      poser.need(onwardNeed(part.id), `${part.label} hands its picture on`, given(part) ? COST.openWish : null, {
        part: part.id,
        lacks: () => whyUnseen(poser, onwardNeed(part.id), part, sheet),
      });
    if (
      stageOf(sheet) === 3 &&
      !given(part) &&
      talkers.some(({ cls, end }) => end.link.kind === 'composite' && cls.part.id !== part.id)
    )
      poser.need(overlayNeed(part.id), `${part.label} writes into the picture`, COST.openNice, {
        part: part.id,
        lacks: () => whyNoLead(poser, overlayNeed(part.id), 'no composite picture comes before it'),
      });
  }
  for (const talker of talkers) for (const listener of listeners) posePath(poser, talker, listener);
}

const takesPictures = (sheet: Sheet): boolean =>
  sheet.links.some((l) => PICTURE_KINDS.has(l.kind) && l.way === 'listen' && Object.keys(l.pins).length > 0);

function posePath(poser: Poser, talker: ClassEnd, listener: ClassEnd): void {
  const [from, to] = [talker.cls, listener.cls];
  if (talker.end.link.kind !== listener.end.link.kind || stageOf(from.sheet) >= stageOf(to.sheet)) return;
  const own = sees(from.sheet) ? `picture ${from.part.id}` : onwardNeed(from.part.id);
  if (!poser.has(own)) return;
  const net = netNeed(from.part.id, talker.end.link.id);
  const covers = [
    own,
    ...(poser.has(overlayNeed(to.part.id)) ? [overlayNeed(to.part.id)] : []),
    ...(poser.has(net) && reachesScreen(poser, to.part.id) ? [net] : []),
  ];
  const relay = to.sheet.pictures.length > 0;
  addJoin(poser, talker, listener, {
    covers,
    wakes: relay && poser.has(onwardNeed(to.part.id)) ? [onwardNeed(to.part.id)] : [],
    cost: [],
  });
}
