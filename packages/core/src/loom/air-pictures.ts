/** Pictures that go through the air: who sends, who shows, and whether they stand on one channel. */
import {
  isAntenna,
  isChoice,
  reachesAir,
  sendsPictures,
  showsAir,
  staysOnGround,
  type Setting,
  type Sheet,
} from '../parts/index.js';
import { isFlown, oncePerRig, partsThat, settingOf, sheetOf, type Part, type Rig } from '../rig/index.js';
import { PICTURE_KINDS } from './picture-kinds.js';

/** What people call the setting that says where a picture is sent and looked for. @source [practice] */
const TUNES = /channel|band|frequency/i;

/** A setting of a screen that must stand as that of a sender. */
export interface Tuning {
  setting: Setting;
  /** What the screen stands on. */
  now: string;
  /** What the sender stands on, where the screen can stand there too. */
  wanted: string;
}

/** A screen that is tuned to none of the senders on the bench, and the sender it is nearest to. */
export interface Untuned {
  screen: Part;
  sender: Part;
  off: Tuning[];
}

/** Settings that both have under one name, with values in common. */
function shared(sender: Sheet, screen: Sheet): [Setting, Setting][] {
  const named = ({ settings }: Sheet): Setting[] => settings.filter((s) => isChoice(s) && TUNES.test(s.label));
  return named(screen).flatMap((own): [Setting, Setting][] => {
    const other = named(sender).find((s) => s.label.toLowerCase() === own.label.toLowerCase());
    return other?.values.some((v) => own.values.includes(v)) ? [[own, other]] : [];
  });
}

interface End {
  part: Part;
  sheet: Sheet;
}

/** Settings in which a screen stands otherwise than a sender; null where no setting says where either stands. */
function offTune(sender: End, screen: End): Tuning[] | null {
  const pairs = shared(sender.sheet, screen.sheet);
  if (!pairs.length) return null;
  return pairs.flatMap(([own, other]): Tuning[] => {
    const [now, wanted] = [
      settingOf(screen.sheet, screen.part, own.id),
      settingOf(sender.sheet, sender.part, other.id),
    ];
    return now === undefined || wanted === undefined || now === wanted ? [] : [{ setting: own, now, wanted }];
  });
}

/** What may send to a screen: what it is bound to, where it is to anything here, else everything. */
function sendersFor(rig: Rig, screen: Part): readonly End[] {
  const senders = partsThat(rig, sendsPictures);
  const bound = senders.filter(({ part }) => part.id === screen.bound);
  return bound.length ? bound : senders;
}

/**
 * Whose picture a screen or a ground box takes from the air, by the id of what takes it: of what it is bound to, of what sends on its
 * channel, else of the only one that says none; of several the one whose picture it can hand on. Where that leaves several, nobody
 * is named.
 */
export const airSenders = oncePerRig((rig: Rig): ReadonlyMap<string, Part> => {
  return new Map(
    partsThat(rig, showsAir).flatMap((taker): [string, Part][] => {
      const judged = sendersFor(rig, taker.part).map((sender) => ({ sender, off: offTune(sender, taker) }));
      const tuned = judged.filter(({ off }) => off?.length === 0);
      const near = (tuned.length ? tuned : judged.filter(({ off }) => !off)).map(({ sender }) => sender);
      const alike = near.filter((sender) => handsOnKindOf(taker.sheet, sender.sheet));
      const [only, ...more] = alike.length ? alike : near;
      return only && !more.length ? [[taker.part.id, only.part]] : [];
    }),
  );
});

/** What comes into the one goes out of the other as the same kind of picture. */
function handsOnKindOf({ links: outs }: Sheet, { links: ins }: Sheet): boolean {
  const kinds = new Set(ins.filter((l) => l.way === 'listen' && PICTURE_KINDS.has(l.kind)).map((l) => l.kind));
  return outs.some((l) => l.way === 'talk' && kinds.has(l.kind));
}

/** Who sends the picture that comes into a part by this link of it; none where it comes by lead. */
export const sentInto = (rig: Rig, part: string, link: string | undefined): Part | undefined =>
  sheetOf(rig, part).links.some((l) => l.id === link && l.kind === 'radio') ? airSenders(rig).get(part) : undefined;

/** Something of this bench flies, or has a radio: what stands on the ground and what is carried are two places. */
const hasSides = oncePerRig((rig): { is: boolean } => ({ is: isFlown(rig) || partsThat(rig, reachesAir).length > 0 }));

/** One stands on the ground and the other is carried, on a bench where those are two places. */
export const areApart = (rig: Rig, a: Sheet, b: Sheet): boolean =>
  hasSides(rig).is && staysOnGround(a) !== staysOnGround(b);

/** Something here sends pictures and something takes them, whoever takes whose. */
const hasPicturesByAir = oncePerRig((rig): { is: boolean } => ({
  is: partsThat(rig, sendsPictures).length > 0 && partsThat(rig, showsAir).length > 0,
}));

/** Pictures go through the air on this bench, and these two stand on either side of it: no lead goes from one to the other. */
export const isAcrossAir = (rig: Rig, a: Sheet, b: Sheet): boolean =>
  hasPicturesByAir(rig).is && ![a, b].some(isAntenna) && areApart(rig, a, b);

/** Screens that stand on a channel on which nobody here sends. */
export const untunedScreens = oncePerRig((rig: Rig): readonly Untuned[] => {
  return partsThat(rig, showsAir).flatMap(({ part: screen, sheet }): Untuned[] => {
    const all = sendersFor(rig, screen).flatMap(({ part: sender, sheet: from }): Untuned[] => {
      const off = offTune({ part: sender, sheet: from }, { part: screen, sheet });
      return off ? [{ screen, sender, off }] : [];
    });
    const nearest = all.reduce<Untuned | null>((a, b) => (a && !isNearer(b, a) ? a : b), null);
    return nearest?.off.length ? [nearest] : [];
  });
});

/** Between equally near ones their names decide, never the order of lists. */
const isNearer = (a: Untuned, b: Untuned): boolean =>
  a.off.length !== b.off.length ? a.off.length < b.off.length : a.sender.label < b.sender.label;
