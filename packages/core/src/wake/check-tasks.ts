import { asksOf, findChains, panHolds } from '../channels/index.js';
import {
  PICTURE_LINKS,
  drives,
  flies,
  hasApps,
  hearsAir,
  sees,
  showsAir,
  turns,
  type PartFunction,
  type Sheet,
} from '../parts/index.js';
import { isCarriage, isFlown, partsWithSheets, type Part, type Rig } from '../rig/index.js';
import { count, listed } from '../units/index.js';
import { HANDS_S, ids, task, type Draft, type WakeTask } from './task.js';

/** The short checks at the end: each picture, each recording, ends, radio power, how it stands for take-off or the first run. */
export function checkTasks(rig: Rig, starts: WakeTask[], packs: WakeTask[], again: WakeTask[]): WakeTask[] {
  const all = partsWithSheets(rig);
  const lastStarts = (does: (sheet: Sheet) => boolean): string[] =>
    all
      .filter(({ sheet }) => does(sheet))
      .flatMap(({ part }) => ids(starts.filter((t) => t.part === part.id)).slice(-1));
  const checks: WakeTask[] = [];
  const check = (draft: Draft): void => void checks.push(task({ hands: true, ...draft }));
  const shows = (sheet: Sheet): boolean =>
    !sees(sheet) && sheet.links.some((l) => l.way === 'listen' && PICTURES.has(l.kind));
  const isOfPicture = (sheet: Sheet): boolean => [sees, shows, showsAir, hasApps].some((does) => does(sheet));
  const shown = all.find(({ sheet }) => shows(sheet) && !sheet.pictures.length);
  const cameras = all.filter(({ sheet }) => sees(sheet));
  // what starts without a step of its own is there once the packs are
  const control = [...ids(packs), ...ids(again), ...lastStarts((sheet) => hearsAir(sheet) || flies(sheet))];
  if (shown && cameras.length) {
    check({
      id: 'check:pictures',
      part: shown.part.id,
      text: 'See each picture',
      note: count(cameras.length, 'camera'),
      seconds: HANDS_S.pictures,
      after: [...control, ...lastStarts((sheet) => isOfPicture(sheet) || sheet.sources.length > 0)],
    });
  }
  for (const { part, fn } of all.flatMap((p) => recordOf(rig, p) ?? [])) {
    const cue = fn.cue ?? '';
    check({
      id: `${part.id}:record`,
      part: part.id,
      text: `${part.label}: record, see the cue`,
      note: cue,
      seconds: HANDS_S.record,
      after: [...control, ...ids(starts.filter((t) => t.part === part.id)).slice(-1)],
    });
  }
  const turning = all.filter(({ sheet }) => turns(sheet));
  const gimbal = turning[0]?.part;
  const hasEnds = turning.some(({ sheet }) => sheet.joints.some((j) => !j.endless));
  if (gimbal)
    check({
      id: 'check:ends',
      part: gimbal.id,
      text: hasEnds ? 'Full stick to each end stop' : 'Full stick each way',
      note: 'watch cable and frame',
      seconds: HANDS_S.ends,
      after: [...control, ...lastStarts(turns)],
    });
  const radios = all.filter(({ sheet }) => sheet.functions.some((f) => f.what === 'radio-power'));
  if (radios.length) {
    check({
      id: 'check:power',
      part: radios[0]!.part.id,
      text: `${calledAll(radios)}: raise ${radios.length > 1 ? 'their' : 'its'} power`,
      note: 'channel and power by local rules',
      seconds: HANDS_S.power,
      after: ids(checks.filter((t) => t.id === 'check:pictures')),
    });
  }
  const driving = all.filter(({ sheet }) => drives(sheet));
  if (driving.length)
    check({
      id: 'check:drive',
      part: driving[0]!.part.id,
      ...(isCarriage(rig)
        ? {
            text: `${calledAll(driving)}: first run slow, end stops one then the other`,
            note: 'at 20–30 % speed; they are not kept through power-off; kill switch within reach',
          }
        : { text: `${calledAll(driving)}: first run slow`, note: 'a hand on what stops it' }),
      seconds: HANDS_S.endStops,
      after: [...ids(again), ...ids(checks)],
    });
  const held = takeOffText(rig);
  if (held && gimbal)
    check({
      id: 'check:takeoff',
      part: held.part,
      text: held.text,
      note: 'a free pan axis spins on take-off and landing',
      seconds: HANDS_S.takeOff,
      after: ids(checks),
    });
  return checks;
}

/** Labels in one breath. */
const MOST_NAMED = 3;

/** Some parts by their labels; of many the first and how many more. */
function calledAll(parts: readonly { part: Part }[]): string {
  const labels = parts.map(({ part }) => part.label);
  return labels.length > MOST_NAMED ? `${labels[0]!} and ${labels.length - 1} more` : listed(labels);
}

/** The recording of a part that somebody wishes for, or can ask for; null where nobody does. */
function recordOf(rig: Rig, { part, sheet }: { part: Part; sheet: Sheet }): { part: Part; fn: PartFunction } | null {
  const fn = sheet.functions.find((f) => f.what === 'record');
  if (!fn) return null;
  const isWished = rig.wishes.some((w) => w.what === 'record' && (w.part === undefined || w.part === part.id));
  const isAsked =
    findChains(rig).some((c) => c.part.id === part.id && c.fn === fn && !c.breaks) ||
    asksOf(rig, { part, fn }).some((a) => !a.breaks);
  return isWished || isAsked ? { part, fn } : null;
}

const PICTURES: ReadonlySet<string> = new Set(PICTURE_LINKS);

/** How the gimbal is held for take-off, by the control that can do it; null where none can, which is a finding. */
function takeOffText(rig: Rig): { part: string; text: string } | null {
  if (!isFlown(rig)) return null;
  const chains = findChains(rig);
  for (const { part } of partsWithSheets(rig).filter((p) => turns(p.sheet))) {
    const holds = panHolds(chains, part.id);
    if (holds)
      return {
        part: part.id,
        text: `For take-off: ${holds.chain.control!.label} to "${holds.window}", ${rig.schools.takeOff}`,
      };
  }
  return null;
}
