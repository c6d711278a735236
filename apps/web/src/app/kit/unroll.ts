import { computed, effect, signal, type Signal } from '@angular/core';

/** So many lines fill any screen. */
const FIRST = 30;
/** A piece of this size is drawn without a hand feeling it. */
const MORE = 24;

/**
 * The first lines of a list at once, the rest piece by piece while nothing else is to be done: a long list must not hold up the
 * screen it stands on. Made where `inject` may be called.
 */
export function unrolled<T>(list: Signal<readonly T[]>, first = FIRST): Signal<readonly T[]> {
  const upTo = signal(first);
  effect((onCleanup) => {
    if (list().length <= upTo()) return;
    const stop = whenIdle(() => upTo.update((n) => n + MORE));
    onCleanup(stop);
  });
  return computed(() => (list().length > upTo() ? list().slice(0, upTo()) : list()));
}

/** Runs something when nothing else is to be done; gives what calls it off. */
export function whenIdle(run: () => void): () => void {
  // not known to every browser
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(run, 50);
    return () => clearTimeout(timer);
  }
  const handle = requestIdleCallback(() => run(), { timeout: 500 });
  return () => cancelIdleCallback(handle);
}
