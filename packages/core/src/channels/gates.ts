import type { PartFunction, Sheet } from '../parts/index.js';

/** What a function works only under: another function of its part, in one of some windows. */
export interface Gate {
  fn: PartFunction;
  windows: readonly string[];
  /** The function works while nothing tells the gate. */
  openUntold: boolean;
}

/** The mode in which a function works, and what gives power to the joint it moves. @source [practice] off, some axes, all */
export function gatesOf({ functions }: Sheet, fn: PartFunction): Gate[] {
  const need = fn.enabledIn;
  const mode = need && functions.find((f) => f.id === need.fn);
  const { joint } = fn;
  return [
    ...(mode ? [{ fn: mode, windows: need.windows, openUntold: isFirst(mode, need.windows) }] : []),
    ...functions.flatMap((by): Gate[] =>
      by.powers && joint !== undefined ? [{ fn: by, windows: poweringIn(by, joint), openUntold: true }] : [],
    ),
  ];
}

/** A mode that nothing tells stands in its first window. */
function isFirst({ windows }: PartFunction, among: readonly string[]): boolean {
  const first = windows?.[0]?.label;
  return first !== undefined && among.includes(first);
}

/** Windows of a function in which a joint has power. */
export const poweringIn = ({ powers }: PartFunction, joint: string): string[] =>
  (powers ?? []).filter((p) => p.joints.includes(joint)).map((p) => p.window);
