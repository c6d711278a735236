/** Pictures that go through the air: who sends, who shows, and whether they stand on one channel. */
import { hearsAir, isChoice, sendsPictures, type Setting, type Sheet } from '../parts/index.js';
import { oncePerRig, partsThat, settingOf, type Part, type Rig } from '../rig/index.js';

/** What people call the setting that says where a picture is sent and looked for. @source [practice] */
const TUNES = /channel|band|frequency/i;

/** Shows pictures that come through the air, by a radio of its own. */
export const showsAir = (sheet: Sheet): boolean =>
  sheet.links.some((l) => l.kind === 'radio' && l.way === 'listen') && !hearsAir(sheet) && !sendsPictures(sheet);

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

/** Screens that stand on a channel on which nobody here sends. */
export const untunedScreens = oncePerRig((rig: Rig): readonly Untuned[] => {
  const senders = partsThat(rig, sendsPictures);
  return partsThat(rig, showsAir).flatMap(({ part: screen, sheet }): Untuned[] => {
    const all = senders.flatMap(({ part: sender, sheet: from }): Untuned[] => {
      const pairs = shared(from, sheet);
      if (!pairs.length) return [];
      const off = pairs.flatMap(([own, other]): Tuning[] => {
        const [now, wanted] = [settingOf(sheet, screen, own.id), settingOf(from, sender, other.id)];
        return now === undefined || wanted === undefined || now === wanted ? [] : [{ setting: own, now, wanted }];
      });
      return [{ screen, sender, off }];
    });
    const nearest = all.reduce<Untuned | null>((a, b) => (a && !isNearer(b, a) ? a : b), null);
    return nearest?.off.length ? [nearest] : [];
  });
});

/** Between equally near ones their names decide, never the order of lists. */
const isNearer = (a: Untuned, b: Untuned): boolean =>
  a.off.length !== b.off.length ? a.off.length < b.off.length : a.sender.label < b.sender.label;
