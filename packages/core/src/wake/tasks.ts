import { armsAt, doersOfWishes, findChains, stickFor } from '../channels/index.js';
import { addressOf, packMates } from '../loom/index.js';
import {
  findsLevel,
  antennaLinks,
  drives,
  flies,
  hasControls,
  hearsAir,
  isBrick,
  isPack,
  radiates,
  turns,
  type Sheet,
} from '../parts/index.js';
import { hasOff, isFlown, safeLine, labelOf, partsWithSheets, sheetOf, type Part, type Rig } from '../rig/index.js';
import { PACKS_AGREE_V, fullCellV, rigNetwork, solveRigNetwork, type Rails } from '../rails/index.js';
import { num } from '../units/index.js';
import { checkTasks } from './check-tasks.js';
import { HANDS_S, ids, task, type WakeTask } from './task.js';

/**
 * What waking this rig takes, from its sheets: transmitter first, antennas and gimbal seen to, packs one by
 * one, then each part starts when its supply is there, then the short checks.
 * @source [practice] transmitter first, packs checked and switched on one by one, gimbal kept still
 */
export function wakeTasks(rig: Rig, rails: Rails = solveRigNetwork(rigNetwork(rig), 1)): WakeTask[] {
  const safe = safeTasks(rig);
  const wired = wiredConsoles(rig, rails);
  const transmitters = transmitterTasks(rig, safe, wired);
  const before = [...safe, ...transmitters, ...placeTasks(rig, safe, transmitters)];
  const own = ownBatteryTasks(rig, safe, before);
  const packs = packTasks(rig, before);
  const railsOn = railTasks(rig, packs);
  const starts = startTasks(rig, rails, packs, railsOn, [...transmitters, ...own]);
  const woken = [...own, ...starts];
  const again = forgottenTasks(rig, woken, packs);
  return [
    ...before,
    ...packs,
    ...railsOn,
    ...woken,
    ...again,
    ...checkTasks(rig, woken, packs, again),
    ...askedTasks(rig, woken, packs),
  ];
}

function safeTasks(rig: Rig): WakeTask[] {
  const all = partsWithSheets(rig);
  const first = [drives, flies, hasControls].flatMap((does) => all.find(({ sheet }) => does(sheet)) ?? [])[0] ?? all[0];
  if (!first) return [];
  return [task({ id: 'safe', part: first.part.id, ...safeLine(rig), seconds: HANDS_S.safe, hands: true })];
}

/** Desks and consoles without a battery of their own that this rig feeds: they wake with their supply. */
const wiredConsoles = (rig: Rig, rails: Rails): ReadonlySet<string> =>
  new Set(
    partsWithSheets(rig)
      .filter(({ part, sheet }) => hasControls(sheet) && !sheet.inside?.battery && feedersOf(rails, part, sheet))
      .map(({ part }) => part.id),
  );

function transmitterTasks(rig: Rig, safe: WakeTask[], wired: ReadonlySet<string>): WakeTask[] {
  const flown = isFlown(rig) || partsWithSheets(rig).some(({ sheet }) => flies(sheet));
  const held = partsWithSheets(rig).filter(({ sheet }) => hasControls(sheet));
  const named = (part: Part, text: string): string =>
    held.length > 1 ? `${part.label}: ${text.charAt(0).toLowerCase()}${text.slice(1)}` : text;
  return held.flatMap(({ part, sheet }) => {
    const on = wired.has(part.id) ? [] : switchedOn(part, [...ids(safe), ...antennaFirst(part, sheet)]);
    return [
      ...on,
      ...(on.length ? chainStarts(part, sheet, ids(on)) : []),
      task({
        id: `${part.id}:low`,
        part: part.id,
        text: named(part, restText(rig, part, sheet, flown)),
        note: flown ? 'record not started by chance' : 'nothing starts by chance',
        seconds: HANDS_S.lowAndUp,
        hands: true,
        after: ids(on.length ? on : safe),
      }),
    ];
  });
}

const switchedOn = (part: Part, after: string[]): WakeTask[] => [
  task({
    id: `${part.id}:on`,
    part: part.id,
    text: `${part.label} on`,
    note: 'before anything it commands',
    seconds: HANDS_S.switchOn,
    hands: true,
    after,
  }),
];

/** What radiates gets its antenna before it is switched on. */
const antennaFirst = (part: Part, sheet: Sheet): string[] => (radiates(sheet) ? [antennaId(part)] : []);
const antennaId = (part: Part): string => `${part.id}:antenna`;
/** It is switched on for itself, before the packs are. */
const hasOwnSwitch = (sheet: Sheet): boolean => hasControls(sheet) || sheet.inside?.battery === true;

/** How the controls of a radio, a console or a remote stand before packs go on: only what it has is named. */
function restText(rig: Rig, part: Part, sheet: Sheet, flown: boolean): string {
  const switches = sheet.controls.some(({ kind }) => kind.startsWith('switch'))
    ? [', switches down', ...disarmedUp(rig, part)].join(', ')
    : '';
  if (flown) return `${throttleText(rig, part, sheet)}${switches}`;
  const told = findChains(rig).filter((c) => c.fn.what === 'drive' || c.fn.what === 'brake');
  const tells = told.filter((c) => c.transmitter?.id === part.id);
  const drive = told.some((c) => c.transmitter) ? tells.length > 0 : partsWithSheets(rig).some((p) => drives(p.sheet));
  if (!drive || !sheet.links.some((l) => l.kind === 'radio')) return `Controls at rest${switches}`;
  const kill = tells.length === 0 || tells.some((c) => c.fn.what === 'brake');
  return `Drive at stop${kill ? ', kill switch on stop' : ''}`;
}

/** Whose sticks fly nothing rest; a throttle that goes both ways stands between them. */
function throttleText(rig: Rig, part: Part, sheet: Sheet): string {
  const told = findChains(rig).filter((c) => c.fn.what === 'throttle' && c.control);
  const own = told.filter((c) => [c, c.second].some((by) => by?.transmitter?.id === part.id));
  if (told.length && !own.length) return 'Controls at rest';
  if (
    own.some(({ fn: { range } }) => range && Math.min(range.from, range.to) < 0 && Math.max(range.from, range.to) > 0)
  )
    return 'Throttle in the middle';
  return own.length || stickFor({ part, sheet }, 'throttle') ? 'Throttle low' : 'Controls at rest';
}

/** Switches of this transmitter that arm where they are down, and must be up. */
const disarmedUp = (rig: Rig, { id }: Part): string[] =>
  findChains(rig)
    .filter((c) => c.fn.what === 'arm' && c.transmitter?.id === id && c.control?.kind.startsWith('switch'))
    .filter((c) => armsAt(c, -1) && !armsAt(c, 1))
    .map((c) => `${c.control!.label} up`);

/** What has a battery of its own and is not held by a pilot: cameras, tablets, ground radios. One press shows charge, a hold starts. */
function ownBatteryTasks(rig: Rig, safe: WakeTask[], before: WakeTask[]): WakeTask[] {
  return partsWithSheets(rig)
    .filter(({ sheet }) => sheet.inside?.battery && !hasControls(sheet))
    .flatMap(({ part, sheet }) => [
      task({
        id: `${part.id}:on`,
        part: part.id,
        text: `${part.label} on, its battery read`,
        note: sheet.inside ? `lasts ${num(sheet.inside.minutes)} min` : '',
        seconds: HANDS_S.readPack,
        hands: true,
        after: wakesMore(sheet) ? ids(before) : [...ids(safe), ...antennaFirst(part, sheet)],
      }),
      ...chainStarts(part, sheet, [`${part.id}:on`]),
    ]);
}

/** With its battery something may move, or others are fed: it is switched on as a pack is, after its radio. */
const wakesMore = (sheet: Sheet): boolean =>
  [flies, hearsAir, turns, drives].some((does) => does(sheet)) || sheet.sources.length > 0;

/** Settings that a device forgets at power-off are made again at each wake. */
function forgottenTasks(rig: Rig, woken: WakeTask[], packs: WakeTask[]): WakeTask[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    sheet.settings
      .filter((s) => s.kept === false)
      .map((s) =>
        task({
          id: `${part.id}:again:${s.id}`,
          part: part.id,
          text: `${part.label}: ${s.label.toLowerCase()} set anew`,
          note: `forgotten at power-off${s.shows ? `; seen at ${s.shows}` : ''}`,
          seconds: HANDS_S.again,
          hands: true,
          after: [
            ...(hasOwnSwitch(sheet) ? [] : ids(packs)),
            ...ids(woken.filter((t) => t.part === part.id)).slice(-1),
          ],
        }),
      ),
  );
}

/**
 * What is asked without a channel is tried once: a menu by the sticks is opened and left while disarmed, an app is told its device.
 * @source [practice] never armed while a menu is open; if no picture comes, the app is told which device first
 */
function askedTasks(rig: Rig, woken: WakeTask[], packs: WakeTask[]): WakeTask[] {
  const done = new Set<string>();
  // what starts without a step of its own is there once the packs are
  const ready = (parts: readonly string[]): string[] => [
    ...ids(packs),
    ...parts.flatMap((id) => ids(woken.filter((t) => t.part === id)).slice(-1)),
  ];
  return [...doersOfWishes(rig, findChains(rig)).values()].flatMap(({ ask, breaks }): WakeTask[] => {
    if (!ask || breaks || ask.way.by === 'device') return [];
    const [first] = ask.parts;
    const id = ask.way.by === 'gesture' ? `${ask.part.id}:menu` : `${first!}:told:${ask.part.id}`;
    if (done.has(id)) return [];
    done.add(id);
    const after = ready(ask.parts);
    return ask.way.by === 'gesture'
      ? [
          task({
            id,
            part: ask.part.id,
            text: `${ask.part.label}: menu opened by the sticks, and left`,
            note: 'disarmed; never armed while it is open',
            seconds: HANDS_S.menu,
            hands: true,
            after,
          }),
        ]
      : [
          task({
            id,
            part: first!,
            text: `${labelOf(rig, first!)}: told ${ask.part.label}, its picture seen`,
            note: addressOf(rig, ask.part.id) ?? 'by its own page',
            seconds: HANDS_S.app,
            hands: true,
            after,
          }),
        ];
  });
}

function placeTasks(rig: Rig, safe: WakeTask[], transmitters: WakeTask[]): WakeTask[] {
  const all = partsWithSheets(rig);
  const lowered = ids(transmitters.filter((x) => x.id.endsWith(':low')));
  const radios = all
    .filter(({ sheet }) => radiates(sheet))
    .map(({ part, sheet }) =>
      task({
        id: antennaId(part),
        part: part.id,
        text: `${part.label}: ${antennaLinks(sheet).length > 1 ? 'antennas' : 'antenna'} on`,
        note: 'never powered without',
        seconds: HANDS_S.antenna,
        hands: true,
        after: hasOwnSwitch(sheet) ? ids(safe) : lowered,
      }),
    );
  const gimbals = all
    .filter(({ sheet }) => turns(sheet))
    .map(({ part, sheet }) =>
      task({
        id: `${part.id}:place`,
        part: part.id,
        text: `${part.label}: ${findsLevel(sheet) ? 'set level, ' : ''}arc clear`,
        note: findsLevel(sheet) ? 'as its mounting setting says; nobody in the arc' : 'nobody in the arc',
        seconds: HANDS_S.place,
        hands: true,
        after: lowered,
      }),
    );
  return [...radios, ...gimbals];
}

/** Packs one by one, then what gives volts by itself. */
function packTasks(rig: Rig, before: WakeTask[]): WakeTask[] {
  const packs: WakeTask[] = [];
  for (const { part, sheet } of partsWithSheets(rig).filter((p) => isPack(p.sheet))) {
    const { cells = 0, chemistry } = sheet.sources.find((s) => s.pack)?.pack ?? {};
    const fullV = cells * fullCellV(chemistry);
    const mates = packMates(rig, part.id);
    const on = packs.find((t) => t.id.endsWith(':on') && mates.has(t.part));
    const after = [...ids(before), ...ids(packs.slice(-1))];
    const key = switchTasks(part, sheet, 'kept with the rig', after);
    packs.push(
      ...key,
      task({
        id: `${part.id}:on`,
        part: part.id,
        text: `${part.label} on, read the meter`,
        note: on
          ? `within ${num(PACKS_AGREE_V, 1)} V of ${labelOf(rig, on.part)}`
          : `${num(fullV - cells * 0.1, 1)}–${num(fullV, 1)} V expected`,
        seconds: HANDS_S.readPack,
        hands: true,
        after: [...after, ...ids(key)],
      }),
    );
  }
  for (const { part, sheet } of partsWithSheets(rig).filter((p) => isBrick(p.sheet))) {
    const given = sheet.sources.flatMap((s) => s.fixedV ?? []);
    packs.push(
      task({
        id: `${part.id}:on`,
        part: part.id,
        text: `${part.label} on`,
        note: `${given.map((v) => num(v, 1)).join(', ')} V expected`,
        seconds: HANDS_S.switchOn,
        hands: true,
        after: [...ids(before), ...ids(packs.slice(-1))],
      }),
    );
  }
  return packs;
}

/** Rails behind a switch of their own: put on once the packs are read. @source [practice] not the system power */
function railTasks(rig: Rig, packs: WakeTask[]): WakeTask[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) =>
    isPack(sheet) ? [] : switchTasks(part, sheet, 'a switch of its own, not the system power', ids(packs)),
  );
}

/** The hand that puts on what a part gives, where that has a switch on the device. */
function switchTasks(part: Part, sheet: Sheet, note: string, after: string[]): WakeTask[] {
  const when = sheet.sources.find((s) => s.when && hasOff(sheet, s))?.when;
  const setting = when && sheet.settings.find((s) => s.id === when.setting);
  if (!when || setting?.how !== 'switch on the device') return [];
  return [
    task({
      id: `${part.id}:rail`,
      part: part.id,
      text: `${part.label}: ${setting.label.toLowerCase()} ${when.value}`,
      note: setting.shows ?? note,
      seconds: HANDS_S.switchOn,
      hands: true,
      after,
    }),
  ];
}

/**
 * Starts of every part that something feeds, after what feeds it; a receiver also waits for its transmitter.
 * @param own steps of what was switched on for itself: it does not start a second time
 */
function startTasks(rig: Rig, rails: Rails, packs: WakeTask[], railsOn: WakeTask[], own: WakeTask[]): WakeTask[] {
  const on = own.filter((t) => !t.id.endsWith(':low'));
  const ready = new Map<string, string[]>([...on, ...packs].map((t) => [t.part, [t.id]]));
  const linked = on.filter((t) => !t.hands && hasControls(sheetOf(rig, t.part)));
  const tasks: WakeTask[] = [];
  const waiting = partsWithSheets(rig).filter(({ sheet }) => sheet.supplies.length > 0);
  for (let moved = true; moved;) {
    moved = false;
    for (const { part, sheet } of waiting) {
      if (ready.has(part.id)) continue;
      const feeders = feedersOf(rails, part, sheet);
      if (!feeders?.every((f) => ready.has(f))) continue;
      const after = [...feeders.flatMap((f) => ready.get(f)!), ...ids(railsOn.filter((t) => t.part === part.id))];
      if (hearsAir(sheet)) after.push(...ids(linked));
      const starts = chainStarts(part, sheet, [...new Set(after)]);
      tasks.push(...starts);
      ready.set(part.id, starts.length && isSupplyAlone(sheet) ? [starts.at(-1)!.id] : [...new Set(after)]);
      moved = true;
    }
  }
  return tasks;
}

/** What feeds a part; null where a supply that it cannot do without is fed by nobody, or none is. */
function feedersOf({ nodes }: Rails, { id }: Part, { supplies }: Sheet): string[] | null {
  const own = nodes.filter((n) => n.part === id && n.allowed);
  const wanted = own.filter((n) => n.fedBy !== null || !supplies.find((s) => s.id === n.terminal)?.optional);
  const feeders = wanted.flatMap((n) => n.fedBy ?? []);
  return feeders.length && feeders.length === wanted.length ? feeders : null;
}

/** What it gives is all it does: its start is that of its volts. A board that calibrates or binds gives its volts meanwhile. */
const isSupplyAlone = ({ links, functions }: Sheet): boolean => !links.length && !functions.length;

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
