import { signal } from '@angular/core';

/** Whether this browser keeps small notes: theme, which rig was open, drafts of sheets. Known after the first that fails. */
export const smallNotesKept = signal(true);

/** What was noted under this key; null where nothing was, or where the browser keeps nothing. */
export function recall(key: string): string | null {
  return attempt(() => localStorage.getItem(key)) ?? null;
}

/** Notes it; false where the browser refuses, which {@link smallNotesKept} then says. */
export function remember(key: string, text: string): boolean {
  return attempt(() => (localStorage.setItem(key, text), true)) ?? false;
}

export function forget(key: string): void {
  attempt(() => localStorage.removeItem(key));
}

/** Refused storage throws at every touch of it, the first look at `localStorage` included. */
function attempt<R>(run: () => R): R | undefined {
  try {
    return run();
  } catch {
    smallNotesKept.set(false);
    return undefined;
  }
}
