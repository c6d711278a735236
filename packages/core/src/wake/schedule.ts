import type { WakeTask } from './tasks.js';

export interface WakeStep extends WakeTask {
  /** Seconds from the first touch. */
  start: number;
  /** Why it starts then and not sooner. */
  why: string;
}

export interface WakeSchedule {
  steps: WakeStep[];
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
 * Shortest order of the hands over tasks with precedence, one pair of hands and stillness: while a still
 * task runs no hand task may run. Tasks without hands start as soon as what they wait for has ended.
 * Exact by depth-first search with a bound, up to a number of trials; ties keep the given order.
 * @throws {Error} when tasks wait for each other in a ring or for one that is not there
 */
export function scheduleWake(tasks: readonly WakeTask[]): WakeSchedule {
  const order = sorted(tasks);
  const tails = tailsOf(order);
  const search: Search = { best: null, bestSeconds: Infinity, trials: 0, most: trialsFor(order), tails, tasks: order };
  explore(search, new Map(), 0);
  const floorSeconds = Math.max(0, ...order.map((t) => tails.get(t.id)!));
  const starts = search.best ?? new Map<string, number>();
  const steps = order
    .map((task) => ({ ...task, start: starts.get(task.id)!, why: '' }))
    .sort((a, b) => a.start - b.start);
  for (const step of steps) step.why = whyThen(step, steps);
  return { steps, seconds: order.length ? search.bestSeconds : 0, floorSeconds, proven: search.trials < search.most };
}

interface Search {
  best: Map<string, number> | null;
  bestSeconds: number;
  trials: number;
  most: number;
  tails: Map<string, number>;
  tasks: WakeTask[];
}

function explore(search: Search, placed: Map<string, number>, handsFree: number): void {
  const starts = placeAutomatic(search.tasks, placed);
  const open = search.tasks.filter((t) => t.hands && !starts.has(t.id) && t.after.every((id) => starts.has(id)));
  if (starts.size === search.tasks.length) {
    const seconds = Math.max(0, ...search.tasks.map((t) => starts.get(t.id)! + t.seconds));
    if (seconds < search.bestSeconds - CLOSE_S) Object.assign(search, { best: starts, bestSeconds: seconds });
    return;
  }
  const stills = search.tasks
    .filter((t) => t.still && starts.has(t.id))
    .map((t) => [starts.get(t.id)!, starts.get(t.id)! + t.seconds] as const);
  const choices = open
    .map((task) => ({ task, start: earliest(task, starts, search.tasks, handsFree, stills) }))
    .sort((a, b) => a.start - b.start || search.tails.get(b.task.id)! - search.tails.get(a.task.id)!);
  // the hands have all of this before them, whatever the order
  const handsLeft = search.tasks.reduce((sum, t) => (t.hands && !starts.has(t.id) ? sum + t.seconds : sum), 0);
  for (const { task, start } of choices) {
    if (search.best && search.trials >= search.most) return;
    search.trials++;
    const bound = Math.max(
      start + handsLeft,
      start + search.tails.get(task.id)!,
      ...search.tasks.map((t) => (starts.has(t.id) ? starts.get(t.id)! + search.tails.get(t.id)! : 0)),
    );
    if (bound >= search.bestSeconds - CLOSE_S) continue;
    explore(search, new Map(starts).set(task.id, start), start + task.seconds);
  }
}

/** Adds every task without hands whose predecessors are placed, as early as they allow. */
function placeAutomatic(tasks: WakeTask[], placed: Map<string, number>): Map<string, number> {
  const starts = new Map(placed);
  const ends = new Map(tasks.map((t) => [t.id, t.seconds]));
  for (const task of tasks) {
    if (task.hands || starts.has(task.id) || !task.after.every((id) => starts.has(id))) continue;
    starts.set(task.id, Math.max(0, ...task.after.map((id) => starts.get(id)! + ends.get(id)!)));
  }
  return starts;
}

function earliest(
  task: WakeTask,
  starts: Map<string, number>,
  tasks: WakeTask[],
  handsFree: number,
  stills: (readonly [number, number])[],
): number {
  let at = handsFree;
  for (const before of tasks)
    if (task.after.includes(before.id)) at = Math.max(at, starts.get(before.id)! + before.seconds);
  for (let moved = true; moved;) {
    moved = false;
    for (const [from, to] of stills) {
      if (at < to - CLOSE_S && at + task.seconds > from + CLOSE_S) {
        at = to;
        moved = true;
      }
    }
  }
  return at;
}

/** Longest time from a task's start to the end of everything that waits for it. */
function tailsOf(order: WakeTask[]): Map<string, number> {
  const tails = new Map<string, number>();
  for (const task of [...order].reverse()) {
    const later = order.filter((t) => t.after.includes(task.id)).map((t) => tails.get(t.id)!);
    tails.set(task.id, task.seconds + Math.max(0, ...later));
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
      throw new Error(
        missing ? `"${stuck.text}" waits for "${missing}", which is not there` : `"${stuck.text}" waits in a ring`,
      );
    }
    const [task] = left.splice(at, 1);
    placed.add(task!.id);
    order.push(task!);
  }
  return order;
}

function whyThen(step: WakeStep, steps: WakeStep[]): string {
  if (step.start <= CLOSE_S) return 'comes first';
  const endsThen = (s: WakeStep): boolean => Math.abs(s.start + s.seconds - step.start) < 1e-6;
  const waitedFor = steps.find((s) => step.after.includes(s.id) && endsThen(s));
  if (waitedFor) return `waits for: ${waitedFor.text}`;
  const still = steps.find((s) => s.still && step.hands && endsThen(s));
  if (still) return `hands off while: ${still.text}`;
  const hands = steps.find((s) => s.hands && step.hands && endsThen(s));
  return hands ? `one pair of hands, busy with: ${hands.text}` : 'as soon as it may';
}
