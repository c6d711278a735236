/** The order in which a rig is put to sleep: nothing moves, pictures are safe, packs come off, the transmitter goes last. */
import { drives, flies, hasControls, isBrick, isPack, turns } from '../parts/index.js';
import { hasOff, isFlown, partsWithSheets, type Part, type Rig } from '../rig/index.js';
import { count } from '../units/index.js';
import { HANDS_S, ids, task, type WakeTask } from './task.js';

/**
 * What powering this rig down takes, in the same kind of tasks as its wake. @source [practice] recordings stopped before any power
 * goes, the transmitter off last, packs taken out and left to cool
 */
export function powerDownTasks(rig: Rig): WakeTask[] {
  const still = stillTask(rig);
  const files = recordings(rig, still);
  const quiet = [...still, ...files];
  const own = offTasks(rig, quiet, ({ sheet }) => Boolean(sheet.inside?.battery) && !hasControls(sheet));
  const rails = railTasks(rig, [...quiet, ...own]);
  const bricks = offTasks(rig, [...quiet, ...own, ...rails], ({ sheet }) => isBrick(sheet));
  const packs = packTasks(rig, [...quiet, ...own, ...rails, ...bricks]);
  const last = offTasks(rig, [...quiet, ...own, ...bricks, ...packs], ({ sheet }) => hasControls(sheet), 'last of all');
  const cooled = coolTasks(rig, packs, last);
  return [...quiet, ...own, ...rails, ...bricks, ...packs, ...last, ...cooled];
}

type Both = ReturnType<typeof partsWithSheets>[number];

/** Nothing moves any more: landed, or the drive at stop. */
function stillTask(rig: Rig): WakeTask[] {
  const all = partsWithSheets(rig);
  const drive = all.find(({ sheet }) => drives(sheet))?.part;
  const craft = all.find(({ sheet }) => flies(sheet))?.part;
  const gimbal = all.find(({ sheet }) => turns(sheet))?.part;
  const [part, text, note] = drive
    ? [drive, 'Drive at stop, kill switch on stop, line unloaded', 'nobody under the line']
    : craft || isFlown(rig)
      ? [craft ?? all[0]?.part, 'Landed, disarmed, props stand', 'nobody near before they stand']
      : [gimbal ?? all[0]?.part, 'Controls at rest', 'nothing runs any more'];
  return part ? [task({ id: 'down:still', part: part.id, text, note, seconds: HANDS_S.safe, hands: true })] : [];
}

function recordings(rig: Rig, still: WakeTask[]): WakeTask[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) => {
    const record = sheet.functions.find((f) => f.what === 'record');
    if (!record) return [];
    return [
      hand(part, 'record', `${part.label}: recording stopped, see the cue`, record.cue ?? '', HANDS_S.record, still),
    ];
  });
}

function offTasks(rig: Rig, after: WakeTask[], is: (both: Both) => boolean, note = ''): WakeTask[] {
  return partsWithSheets(rig)
    .filter(is)
    .map(({ part }) => hand(part, 'off', `${part.label} off`, note, HANDS_S.switchOn, after));
}

/** Rails behind a switch of their own go before the packs. */
function railTasks(rig: Rig, after: WakeTask[]): WakeTask[] {
  return partsWithSheets(rig).flatMap(({ part, sheet }) => {
    const when = sheet.sources.find((s) => s.when && hasOff(sheet, s))?.when;
    const setting = when && sheet.settings.find((s) => s.id === when.setting);
    if (setting?.how !== 'switch on the device') return [];
    return [hand(part, 'rail', `${part.label}: ${setting.label.toLowerCase()} off`, '', HANDS_S.switchOn, after)];
  });
}

/** The pack that went on last comes off first, and what is left in it is read. */
function packTasks(rig: Rig, after: WakeTask[]): WakeTask[] {
  const packs: WakeTask[] = [];
  for (const { part } of partsWithSheets(rig)
    .filter(({ sheet }) => isPack(sheet))
    .reverse())
    packs.push(
      hand(part, 'off', `${part.label} off, read what is left`, 'into the log', HANDS_S.readPack, [
        ...after,
        ...packs.slice(-1),
      ]),
    );
  return packs;
}

function coolTasks(rig: Rig, packs: WakeTask[], last: WakeTask[]): WakeTask[] {
  const first = partsWithSheets(rig).find(({ sheet }) => isPack(sheet))?.part;
  if (!first) return [];
  const note = 'warm or swollen: outside, on stone, not charged';
  return [
    hand(first, 'cool', `${count(packs.length, 'pack')} out, felt by hand, left to cool`, note, HANDS_S.cool, [
      ...packs,
      ...last,
    ]),
  ];
}

const hand = (part: Part, id: string, text: string, note: string, seconds: number, after: WakeTask[]): WakeTask =>
  task({ id: `down:${part.id}:${id}`, part: part.id, text, note, seconds, hands: true, after: ids(after) });
