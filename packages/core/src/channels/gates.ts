import type { PartFunction, PulseWindow, Sheet } from '../parts/index.js';

/** What a function works only under: another function of its part, in one of some windows. */
export interface Gate {
  fn: PartFunction;
  windows: readonly string[];
  /** The function works while nothing tells the gate. */
  openUntold: boolean;
  /** And while the gate is told a width in none of its windows. */
  openBetween: boolean;
}

/**
 * The mode in which a function works, what gives power to the joint it moves, and the kill, brake or standby of a drive, which
 * beats whatever is asked of it. @source [practice] off, some axes, all
 */
export function gatesOf({ functions }: Sheet, fn: PartFunction): Gate[] {
  const need = fn.enabledIn;
  const mode = need && functions.find((f) => f.id === need.fn);
  const { joint } = fn;
  return [
    ...(mode ? [{ fn: mode, windows: need.windows, openUntold: isFirst(mode, need.windows), openBetween: false }] : []),
    ...functions.flatMap((by): Gate[] =>
      by.powers && joint !== undefined ? [{ fn: by, windows: poweringIn(by, joint), ...OPEN_ELSE }] : [],
    ),
    ...(fn.what === 'drive' ? functions.flatMap(goingIn) : []),
  ];
}

/** Shut only by a window that is told. */
const OPEN_ELSE = { openUntold: true, openBetween: true } as const;

/** What a drive goes in: any window of its brake or standby but the one that holds. */
function goingIn(by: PartFunction): Gate[] {
  const holds = HOLDERS.has(by.what) ? holdingWindow(by) : undefined;
  if (!holds) return [];
  return [{ fn: by, windows: by.windows!.filter((w) => w !== holds).map((w) => w.label), ...OPEN_ELSE }];
}

/** What a window is called in which nothing goes, and what such a name says when it is let go: "brake off" holds nothing. */
const HOLDS = /stop|brak|kill|hold|stand|sleep/i;
const LETS_GO = /\b(off|open|free|no|not|un\w*|releas\w*)\b/i;
/** What holds a drive, whatever its windows are called. */
const HOLDERS: ReadonlySet<string> = new Set(['brake', 'standby']);

/** The window that stands or holds: the one that is called so; of what holds else the highest. @source [practice] a kill switch is up */
export function holdingWindow({ what, windows = [] }: PartFunction): PulseWindow | undefined {
  const called = windows.find((w) => HOLDS.test(w.label) && !LETS_GO.test(w.label));
  if (called || !HOLDERS.has(what)) return called;
  return windows.toSorted((a, b) => a.fromUs - b.fromUs).at(-1);
}

/** A mode that nothing tells stands in its first window. */
function isFirst({ windows }: PartFunction, among: readonly string[]): boolean {
  const first = windows?.[0]?.label;
  return first !== undefined && among.includes(first);
}

/** Windows of a function in which a joint has power. */
export const poweringIn = ({ powers }: PartFunction, joint: string): string[] =>
  (powers ?? []).filter((p) => p.joints.includes(joint)).map((p) => p.window);
