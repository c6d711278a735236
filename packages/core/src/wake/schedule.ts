import { groupBy } from '../units/index.js';
import type { WakeTask } from './task.js';

/** Tasks that wait for each other in a ring, or for one that is not there. */
export class OrderImpossible extends Error {
  override readonly name = 'OrderImpossible';
}

/** A step of a wake with its times. */
export interface WakeStep extends WakeTask {
  /** Seconds from the first touch. */
  start: number;
  /** Why it starts then and not sooner. */
  why: string;
}

/** A wake in order, with its length. */
export interface WakeSchedule {
  steps: WakeStep[];
  /** Length of the whole wake. */
  seconds: number;
  /** No order can be shorter than this: the longest chain with hands to spare. */
  floorSeconds: number;
  /** Every order was weighed; false when the rig has so many steps that the search was cut short. */
  proven: boolean;
}

/** Orders tried before the best so far is taken: fewer for long lists, always enough to finish one. */
const MOST_TRIALS = 20_000;
const MOST_WORK = 2_700_000;

function trialsFor(tasks: readonly WakeTask[]): number {
  const hands = tasks.filter((t) => t.hands).length;
  return Math.max(hands + 1, Math.min(MOST_TRIALS, Math.floor(MOST_WORK / Math.max(1, tasks.length) ** 2)));
}

const CLOSE_S = 1e-9;

/**
 * Shortest order of the hands over tasks with precedence, one or more pairs of hands and stillness: while a still
 * task runs no hand task may run. Tasks without hands start as soon as what they wait for has ended, still ones
 * when besides no hands are at work. Exact by depth-first search with a bound, up to a number of trials; ties keep
 * the given order.
 * @param pairs of hands, from 1
 * @throws {OrderImpossible} when tasks wait for each other in a ring or for one that is not there
 */
export function scheduleWake(tasks: readonly WakeTask[], pairs = 1): WakeSchedule {
  const asked = new Map(tasks.map((t) => [t.id, t]));
  const order = sorted(tasks.map((t) => (t.wanted?.length ? { ...t, after: [...t.after, ...t.wanted] } : t)));
  const tails = tailsOf(order);
  const at = new Map(order.map((t, i) => [t.id, i]));
  const search: Search = {
    tasks: order,
    after: order.map((t) => t.after.map((id) => at.get(id)!)),
    twin: twinsOf(order),
    tails: order.map((t) => tails.get(t.id)!),
    alone: placesOf(order, (t) => !t.hands),
    handed: placesOf(order, (t) => t.hands),
    still: placesOf(order, (t) => t.still),
    best: null,
    bestSeconds: Infinity,
    floorSeconds: Math.max(0, ...tails.values()),
    trials: 0,
    most: trialsFor(order),
  };
  explore(search, new Array<number>(order.length).fill(NOT_YET), new Array<number>(pairs).fill(0));
  const steps = order
    .map(({ id }, i) => ({ ...asked.get(id)!, start: search.best![i]!, why: '' }))
    .sort((a, b) => a.start - b.start);
  const ends = groupBy(steps, (s) => endKey(s.start + s.seconds));
  for (const step of steps) step.why = whyThen(step, ends.get(endKey(step.start)) ?? [], pairs);
  return {
    steps,
    seconds: order.length ? search.bestSeconds : 0,
    floorSeconds: search.floorSeconds,
    proven: search.trials < search.most,
  };
}

interface Search {
  /** What comes before stands before. */
  tasks: readonly WakeTask[];
  /** Places in `tasks` of what each waits for. */
  after: readonly (readonly number[])[];
  /** The task before each that is as good as it in every way: of such, the first goes first. */
  twin: readonly (number | undefined)[];
  tails: readonly number[];
  /** Places of the tasks that run by themselves, that want the hands, that want stillness. */
  alone: readonly number[];
  handed: readonly number[];
  still: readonly number[];
  best: number[] | null;
  bestSeconds: number;
  floorSeconds: number;
  trials: number;
  most: number;
}

const NOT_YET = -1;

/**
 * @param starts seconds each task starts at, or {@link NOT_YET}; becomes this call's own
 * @param free when each pair of hands is free again
 */
function explore(search: Search, starts: number[], free: readonly number[]): void {
  const { tasks, tails } = search;
  placeAutomatic(search, starts);
  if (!starts.includes(NOT_YET)) return keepBest(search, starts);
  const { choices, handsLeft } = openTo(search, starts, free);
  let placedLeast = 0;
  for (let i = 0; i < starts.length; i++)
    if (starts[i] !== NOT_YET) placedLeast = Math.max(placedLeast, starts[i]! + tails[i]!);
  choices.sort((a, b) => a.start - b.start || tails[b.task]! - tails[a.task]!);
  for (const { task, start, pair } of choices) {
    if (search.best && (search.trials >= search.most || search.bestSeconds <= search.floorSeconds + CLOSE_S)) return;
    search.trials++;
    const taken = free.with(pair, start + tasks[task]!.seconds);
    const bound = Math.max(placedLeast, handsDone(taken, handsLeft - tasks[task]!.seconds), start + tails[task]!);
    if (bound >= search.bestSeconds - CLOSE_S) continue;
    const next = starts.slice();
    next[task] = start;
    explore(search, next, taken);
  }
}

/** No sooner can all that is left be done: shared out at best evenly from where each pair is. */
const handsDone = (free: readonly number[], left: number): number =>
  Math.max(...free, (free.reduce((sum, at) => sum + at, 0) + left) / free.length);

/** A task for a pair of hands. */
interface Choice {
  task: number;
  start: number;
  pair: number;
}

/** What the hands may do next, with the seconds that all they have before them takes, whatever the order. */
function openTo(
  search: Search,
  starts: readonly number[],
  free: readonly number[],
): { choices: Choice[]; handsLeft: number } {
  const { tasks, after, twin } = search;
  const choices: Choice[] = [];
  // most of what is open is as long as another and may begin as soon: the stillness is looked through once for all of them
  const known = new Map<number, Map<number, number>>();
  const quietFor = (seconds: number, from: number): number => {
    let own = known.get(seconds);
    if (!own) known.set(seconds, (own = new Map<number, number>()));
    let at = own.get(from);
    if (at === undefined) own.set(from, (at = earliest(search, seconds, starts, from)));
    return at;
  };
  let handsLeft = 0;
  for (const i of search.handed) {
    if (starts[i] !== NOT_YET) continue;
    handsLeft += tasks[i]!.seconds;
    if (twin[i] !== undefined && starts[twin[i]] === NOT_YET) continue;
    if (after[i]!.some((k) => starts[k] === NOT_YET)) continue;
    const ready = readyAt(search, i, starts);
    // a pair that is busy longer may be the better one: then nothing is touched while something must be still
    for (let pair = 0; pair < free.length; pair++)
      if (free.indexOf(free[pair]!) === pair)
        choices.push({ task: i, start: quietFor(tasks[i]!.seconds, Math.max(free[pair]!, ready)), pair });
  }
  return { choices, handsLeft };
}

function keepBest(search: Search, starts: number[]): void {
  const seconds = search.tasks.reduce((most, t, i) => Math.max(most, starts[i]! + t.seconds), 0);
  if (seconds >= search.bestSeconds - CLOSE_S) return;
  search.best = starts;
  search.bestSeconds = seconds;
}

/** When the last of what a task waits for has ended; {@link NOT_YET} while one of them is not placed. */
function readyAt({ tasks, after }: Search, task: number, starts: readonly number[]): number {
  let at = 0;
  for (const k of after[task]!) {
    if (starts[k] === NOT_YET) return NOT_YET;
    at = Math.max(at, starts[k]! + tasks[k]!.seconds);
  }
  return at;
}

/** Adds every task without hands whose predecessors are placed, as early as they allow. */
function placeAutomatic(search: Search, starts: number[]): void {
  for (const i of search.alone) {
    if (starts[i] !== NOT_YET) continue;
    const ready = readyAt(search, i, starts);
    starts[i] = ready !== NOT_YET && search.tasks[i]!.still ? quietFrom(search, i, ready, starts) : ready;
  }
}

/** From a time on, the first at which no hands are at work for as long as a still task takes. */
function quietFrom({ tasks, handed }: Search, task: number, from: number, starts: readonly number[]): number {
  const { seconds } = tasks[task]!;
  let at = from;
  for (let moved = true; moved;) {
    moved = false;
    for (const i of handed) {
      const begin = starts[i]!;
      const end = begin + tasks[i]!.seconds;
      if (begin === NOT_YET || at >= end - CLOSE_S || at + seconds <= begin + CLOSE_S) continue;
      at = end;
      moved = true;
    }
  }
  return at;
}

/** From a time on, the first at which nothing must be still for as long as hands are at work. */
function earliest({ tasks, still }: Search, seconds: number, starts: readonly number[], from: number): number {
  let at = from;
  for (let moved = true; moved;) {
    moved = false;
    for (const i of still) {
      const begin = starts[i]!;
      const to = begin + tasks[i]!.seconds;
      if (begin !== NOT_YET && at < to - CLOSE_S && at + seconds > begin + CLOSE_S) {
        at = to;
        moved = true;
      }
    }
  }
  return at;
}

const placesOf = (tasks: readonly WakeTask[], is: (task: WakeTask) => boolean): number[] =>
  tasks.flatMap((task, i) => (is(task) ? [i] : []));

/** Tasks of the same length that wait for the same and are waited for by the same may change places and nothing changes. */
function twinsOf(order: readonly WakeTask[]): (number | undefined)[] {
  const last = new Map<string, number>();
  const waiters = new Map<string, string[]>();
  for (const t of order)
    for (const id of t.after) {
      const waiting = waiters.get(id);
      if (waiting) waiting.push(t.id);
      else waiters.set(id, [t.id]);
    }
  return order.map((task, i) => {
    if (!task.hands) return undefined;
    const waiting = waiters.get(task.id) ?? [];
    const likeness = [task.seconds, task.still, task.after.toSorted().join(), waiting.join()].join('|');
    const twin = last.get(likeness);
    last.set(likeness, i);
    return twin;
  });
}

/** Longest time from a task's start to the end of everything that waits for it. */
function tailsOf(order: WakeTask[]): Map<string, number> {
  const later = new Map<string, number>();
  const tails = new Map<string, number>();
  for (const task of order.toReversed()) {
    const tail = task.seconds + (later.get(task.id) ?? 0);
    tails.set(task.id, tail);
    for (const id of task.after) later.set(id, Math.max(later.get(id) ?? 0, tail));
  }
  return tails;
}

/** What comes before comes first, otherwise the given order. */
function sorted(tasks: readonly WakeTask[]): WakeTask[] {
  const left = [...tasks];
  const known = new Set(tasks.map((t) => t.id));
  const placed = new Set<string>();
  const order: WakeTask[] = [];
  while (left.length) {
    const at = left.findIndex((t) => t.after.every((id) => placed.has(id)));
    if (at < 0) {
      const stuck = left[0]!;
      const missing = stuck.after.find((id) => !known.has(id));
      throw new OrderImpossible(
        missing ? `"${stuck.text}" waits for "${missing}", which is not there` : `"${stuck.text}" waits in a ring`,
      );
    }
    const [task] = left.splice(at, 1);
    placed.add(task!.id);
    order.push(task!);
  }
  return order;
}

/** Moments nearer than a microsecond are one. */
const endKey = (seconds: number): number => Math.round(seconds * 1e6);

/** Why a step starts when it does, from the steps that end then. */
function whyThen(step: WakeStep, ending: readonly WakeStep[], pairs: number): string {
  if (step.start <= CLOSE_S) return 'comes first';
  const waitedFor = ending.find((s) => step.after.includes(s.id));
  if (waitedFor) return `waits for: ${waitedFor.text}`;
  const wanted = ending.find((s) => step.wanted?.includes(s.id));
  if (wanted) return `put there by you, behind: ${wanted.text}`;
  const still = ending.find((s) => s.still && step.hands);
  if (still) return `hands off while: ${still.text}`;
  const hands = ending.find((s) => s.hands && step.hands);
  if (!hands) return 'as soon as it may';
  return `${pairs > 1 ? 'all hands' : 'one pair of hands'}, busy with: ${hands.text}`;
}
