/** The list to be worked through: which kind of power-up, how many hands, and what the user wants in an order of their own. */
import { isFlown } from '../channels/index.js';
import { rigNetwork, solveRigNetwork, type Rails } from '../rails/index.js';
import type { Rig, WakePin } from '../rig/index.js';
import { powerDownTasks } from './power-down.js';
import { scheduleWake, type WakeSchedule } from './schedule.js';
import type { WakeTask } from './task.js';
import { wakeTasks } from './tasks.js';
import { usbTasks } from './usb-tasks.js';

/**
 * In the field; on packs at the bench; one part at a time on a lead from the computer; down again.
 * @source [practice] configured on USB at the desk, proven on the pack at the bench, then the field
 */
export const WAKE_KINDS = ['field', 'bench', 'usb', 'down'] as const;
/** Kind of power-up, or powering down. */
export type WakeKind = (typeof WAKE_KINDS)[number];

/** A list in order, and what the user's own order does to it. */
export interface WakePlan extends WakeSchedule {
  kind: WakeKind;
  /** Pairs of hands. */
  pairs: number;
  /** Wanted orders that hold. */
  pins: WakePin[];
  /** Wanted orders that cannot be: what would have to come before itself. */
  against: WakePin[];
  /** Length without the user's own order, s; null where there is none. */
  freeSeconds: number | null;
}

/** What a kind of power-up takes. */
export function tasksOf(rig: Rig, kind: WakeKind, rails?: Rails): WakeTask[] {
  if (kind === 'down') return powerDownTasks(rig);
  if (kind === 'usb') return usbTasks(rig);
  const tasks = wakeTasks(rig, rails ?? solveRigNetwork(rigNetwork(rig), 1));
  return kind === 'bench' ? atTheBench(rig, tasks) : tasks;
}

/** Steps that belong to the field: on the bench nothing takes off, runs along a line or sends at full power. */
const FIELD_ONLY: ReadonlySet<string> = new Set(['check:takeoff', 'check:drive', 'check:power']);

function atTheBench(rig: Rig, tasks: readonly WakeTask[]): WakeTask[] {
  const gone = new Set(tasks.filter((t) => FIELD_ONLY.has(t.id)).map((t) => t.id));
  return tasks
    .filter((t) => !gone.has(t.id))
    .map((t) => {
      const after = t.after.filter((id) => !gone.has(id));
      if (t.id === 'safe' && isFlown(rig))
        return { ...t, after, text: 'Props off, craft held down', note: 'they stay off at the bench' };
      if (t.id.endsWith(':antenna'))
        return { ...t, after, note: 'or a dummy load; lowest power, air over what runs hot' };
      return { ...t, after };
    });
}

/**
 * The shortest order of a list with what the user wants of it. What they want and cannot have, since it would come before itself, is
 * left out and told.
 * @param pairs of hands, 1 or 2
 */
export function wakePlan(rig: Rig, kind: WakeKind = 'field', pairs = 1, rails?: Rails): WakePlan {
  const tasks = tasksOf(rig, kind, rails);
  const { pinned, pins, against } = withPins(tasks, rig.wakeOrder ?? []);
  const schedule = scheduleWake(pinned, pairs);
  const freeSeconds = pins.length ? scheduleWake(tasks, pairs).seconds : null;
  return { ...schedule, kind, pairs, pins, against, freeSeconds };
}

function withPins(
  tasks: readonly WakeTask[],
  wanted: readonly WakePin[],
): { pinned: WakeTask[]; pins: WakePin[]; against: WakePin[] } {
  const pinned = new Map(tasks.map((t) => [t.id, t]));
  const pins: WakePin[] = [];
  const against: WakePin[] = [];
  // what was asked for last holds against what was asked for before it
  for (const pin of wanted.toReversed()) {
    const then = pinned.get(pin.then);
    if (!then || !pinned.has(pin.first)) continue;
    if (leadsTo(pinned, pin.then, pin.first)) {
      against.push(pin);
      continue;
    }
    pins.push(pin);
    pinned.set(pin.then, { ...then, wanted: [...(then.wanted ?? []), pin.first] });
  }
  return { pinned: [...pinned.values()], pins, against };
}

/** Whether one task has to end before another may start, by way of any others. */
export function leadsTo(tasks: ReadonlyMap<string, WakeTask>, from: string, to: string): boolean {
  const seen = new Set<string>();
  const queue = [to];
  for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
    if (at === from) return true;
    if (seen.has(at)) continue;
    seen.add(at);
    const own = tasks.get(at);
    queue.push(...(own?.after ?? []), ...(own?.wanted ?? []));
  }
  return false;
}
