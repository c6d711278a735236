/** Tasks in order, with what the user wants of it; and the list of the field, which every analysis has. */
import type { Rails } from '../rails/index.js';
import type { Rig, WakePin } from '../rig/index.js';
import { scheduleWake, type WakeSchedule } from './schedule.js';
import type { WakeTask } from './task.js';
import { wakeTasks } from './tasks.js';

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

/**
 * The shortest order of some tasks with what the user wants of it. What they want and cannot have, since it would come before itself,
 * is left out and told.
 * @param pairs of hands, 1 or 2
 */
export function orderTasks(rig: Rig, tasks: readonly WakeTask[], kind: WakeKind, pairs: number): WakePlan {
  const { pinned, pins, against } = withPins(tasks, rig.wakeOrder ?? []);
  const schedule = scheduleWake(pinned, pairs);
  const freeSeconds = pins.length ? scheduleWake(tasks, pairs).seconds : null;
  return { ...schedule, kind, pairs, pins, against, freeSeconds };
}

/** The list of the field, one pair of hands. @param rails the rig running, packs full at usual draw */
export const fieldPlan = (rig: Rig, rails: Rails): WakePlan => orderTasks(rig, wakeTasks(rig, rails), 'field', 1);

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
