/** What is wrong with something read from outside, and where: a path, a line, a byte. */
export interface Problem {
  where: string;
  what: string;
}

/** Outcome of reading outside data: the value, or every problem found. */
export type Reading<T> = { ok: true; value: T } | { ok: false; problems: Problem[] };

export const readOk = <T>(value: T): Reading<T> => ({ ok: true, value });
export const readFailed = <T>(...problems: Problem[]): Reading<T> => ({ ok: false, problems });

/** `where: what` on one line, for a message. */
export function problemText({ where, what }: Problem): string {
  return where ? `${where}: ${what}` : what;
}
