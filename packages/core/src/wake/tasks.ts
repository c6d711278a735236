import type { Sheet } from '../parts/index.js';
import { partsOfRole, partsWithSheets, type Part, type Rig } from '../rig/index.js';
import { CELL, rigNetwork, solveRigNetwork, type Rails } from '../rails/index.js';
import { count, num } from '../units/index.js';

/** One thing that takes time while a rig wakes. */
export interface WakeTask {
  id: string;
  part: string;
  text: string;
  /** What a person reads beside it: what to expect, what to mind. */
  note: string;
  seconds: number;
  /** Needs the one pair of hands. */
  hands: boolean;
  /** Nothing may be touched while it runs. */
  still: boolean;
  /** Tasks that must have ended. */
  after: string[];
}

/** How long the hands take over a step, s. @source [practice] */
const HANDS_S = {
  switchOn: 2,
  lowAndUp: 2.2,
  antenna: 2,
  place: 2,
  readPack: 2,
  pictures: 2.2,
  record: 2,
  power: 1,
  ends: 3.5,
  takeOff: 1,
};

/**
 * What waking this rig takes, from its sheets: transmitter first, antennas and gimbal seen to, packs one by
 * one, then each part starts when its supply is there, then the short checks.
 * @source [practice] transmitter first, packs checked and switched on one by one, gimbal kept still
 */
export function wakeTasks(rig: Rig, rails: Rails = solveRigNetwork(rigNetwork(rig), 1)): WakeTask[] {
  const transmitters = transmitterTasks(rig);
  const before = [...transmitters, ...placeTasks(rig, transmitters)];
  const packs = packTasks(rig, before);
  const starts = startTasks(rig, rails, packs, transmitters);
  return [...before, ...packs, ...starts, ...checkTasks(rig, starts)];
}

type Draft = Partial<WakeTask> & Pick<WakeTask, 'id' | 'part' | 'text' | 'seconds'>;
const task = (draft: Draft): WakeTask => ({ note: '', hands: false, still: false, after: [], ...draft });
const ids = (tasks: WakeTask[]): string[] => tasks.map((t) => t.id);

function transmitterTasks(rig: Rig): WakeTask[] {
  return partsOfRole(rig, 'transmitter').flatMap(({ part, sheet }) => [
    task({
      id: `${part.id}:on`,
      part: part.id,
      text: `${part.label} on`,
      note: 'before anything it commands',
      seconds: HANDS_S.switchOn,
      hands: true,
    }),
    ...chainStarts(part, sheet, [`${part.id}:on`]),
    task({
      id: `${part.id}:low`,
      part: part.id,
      text: 'Throttle low, switches up',
      note: 'record not started by chance',
      seconds: HANDS_S.lowAndUp,
      hands: true,
      after: [`${part.id}:on`],
    }),
  ]);
}

function placeTasks(rig: Rig, transmitters: WakeTask[]): WakeTask[] {
  const radios = partsOfRole(rig, 'video-transmitter').map(({ part }) =>
    task({
      id: `${part.id}:antenna`,
      part: part.id,
      text: `${part.label}: antenna on`,
      note: 'never powered without it',
      seconds: HANDS_S.antenna,
      hands: true,
    }),
  );
  const gimbals = partsOfRole(rig, 'gimbal').map(({ part }) =>
    task({
      id: `${part.id}:place`,
      part: part.id,
      text: `${part.label}: set level, arc clear`,
      note: 'as its mounting setting says; nobody in the arc',
      seconds: HANDS_S.place,
      hands: true,
    }),
  );
  return [...radios, ...gimbals].map((t) => ({ ...t, after: ids(transmitters.filter((x) => x.id.endsWith(':low'))) }));
}

function packTasks(rig: Rig, before: WakeTask[]): WakeTask[] {
  const packs: WakeTask[] = [];
  for (const { part, sheet } of partsOfRole(rig, 'pack')) {
    const cells = sheet.sources.find((s) => s.pack)?.pack?.cells ?? 0;
    packs.push(
      task({
        id: `${part.id}:on`,
        part: part.id,
        text: `${part.label} on, read the meter`,
        note: packs.length
          ? 'within 1.0 V of the first'
          : `${num(cells * (CELL.fullV - 0.1), 1)}–${num(cells * CELL.fullV, 1)} V expected`,
        seconds: HANDS_S.readPack,
        hands: true,
        after: [...ids(before), ...ids(packs.slice(-1))],
      }),
    );
  }
  return packs;
}

/** Starts of every part that something feeds, after what feeds it; a receiver also waits for its transmitter. */
function startTasks(rig: Rig, rails: Rails, packs: WakeTask[], transmitters: WakeTask[]): WakeTask[] {
  const ready = new Map<string, string[]>(packs.map((t) => [t.part, [t.id]]));
  const tasks: WakeTask[] = [];
  const waiting = partsWithSheets(rig).filter(({ sheet }) => sheet.supplies.length > 0);
  for (let moved = true; moved;) {
    moved = false;
    for (const { part, sheet } of waiting) {
      if (ready.has(part.id)) continue;
      const feeders = rails.nodes.filter((n) => n.part === part.id && n.allowed).map((n) => n.fedBy);
      if (feeders.some((f) => f === null || !ready.has(f))) continue;
      const after = feeders.flatMap((f) => ready.get(f!)!);
      if (sheet.role === 'receiver') after.push(...ids(transmitters.filter((t) => !t.hands)));
      const own = chainStarts(part, sheet, [...new Set(after)]);
      tasks.push(...own);
      ready.set(part.id, own.length ? [own.at(-1)!.id] : after);
      moved = true;
    }
  }
  return tasks;
}

function chainStarts(part: Part, sheet: Sheet, after: string[]): WakeTask[] {
  let last = after;
  return sheet.starts.map((start, i) => {
    const own = task({
      id: `${part.id}:start${i + 1}`,
      part: part.id,
      text: start.text,
      seconds: start.seconds,
      still: start.still,
      after: last,
    });
    last = [own.id];
    return own;
  });
}

function checkTasks(rig: Rig, starts: WakeTask[]): WakeTask[] {
  const lastStarts = (roles: string[]): string[] =>
    partsWithSheets(rig)
      .filter(({ sheet }) => roles.includes(sheet.role))
      .flatMap(({ part }) => ids(starts.filter((t) => t.part === part.id)).slice(-1));
  const first = (role: Sheet['role']): Part | undefined => partsOfRole(rig, role)[0]?.part;
  const checks: WakeTask[] = [];
  const check = (draft: Draft): void => void checks.push(task({ hands: true, ...draft }));
  const radio = first('video-transmitter');
  const cameras = partsOfRole(rig, 'camera');
  const control = lastStarts(['receiver', 'controller']);
  if (radio && cameras.length) {
    check({
      id: 'check:pictures',
      part: radio.id,
      text: 'See each picture',
      note: count(cameras.length, 'camera'),
      seconds: HANDS_S.pictures,
      after: [...control, ...lastStarts(['camera', 'switcher', 'video-transmitter'])],
    });
  }
  for (const { part, sheet } of cameras.filter((c) => c.sheet.functions.some((f) => f.what === 'record'))) {
    const cue = sheet.functions.find((f) => f.what === 'record')?.cue ?? '';
    check({
      id: `${part.id}:record`,
      part: part.id,
      text: `${part.label}: record, see the cue`,
      note: cue,
      seconds: HANDS_S.record,
      after: [...control, ...ids(starts.filter((t) => t.part === part.id)).slice(-1)],
    });
  }
  const gimbal = first('gimbal');
  if (gimbal)
    check({
      id: 'check:ends',
      part: gimbal.id,
      text: 'Full stick to each end stop',
      note: 'watch cable and frame',
      seconds: HANDS_S.ends,
      after: [...control, ...lastStarts(['gimbal'])],
    });
  if (radio && rig.sheets[radio.class]?.functions.some((f) => f.what === 'radio-power')) {
    check({
      id: 'check:power',
      part: radio.id,
      text: `${radio.label}: raise from pit`,
      note: 'channel and power by local rules',
      seconds: HANDS_S.power,
      after: ids(checks.filter((t) => t.id === 'check:pictures')),
    });
  }
  if (gimbal)
    check({
      id: 'check:takeoff',
      part: gimbal.id,
      text: `For take-off: ${rig.schools.takeOff}`,
      note: 'a free pan axis spins on take-off and landing',
      seconds: HANDS_S.takeOff,
      after: ids(checks),
    });
  return checks;
}
