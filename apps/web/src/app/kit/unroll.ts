import { computed, effect, signal, type Signal } from '@angular/core';

/** So many lines fill any screen. */
const FIRST = 30;
/** A piece of this size is drawn without a hand feeling it. */
const MORE = 24;
/** More than these are not drawn before a hand moves: what nobody scrolls to is neither made nor taken down again. */
const UNASKED = 96;
const HANDS = ['scroll', 'wheel', 'touchmove', 'keydown', 'focusin'] as const;

/**
 * The first lines of a list at once, the rest piece by piece while nothing else is to be done: a long list must not hold up the
 * screen it stands on. What comes after the first screens waits until something is scrolled, pressed or gone to. Made where
 * `inject` may be called.
 * @param unasked how many are drawn before that
 */
export function unrolled<T>(list: Signal<readonly T[]>, first = FIRST, unasked = UNASKED): Signal<readonly T[]> {
  const upTo = signal(first);
  const isAsked = signal(false);
  effect((onCleanup) => {
    if (list().length <= upTo()) return;
    const isHeld = !isAsked() && upTo() >= unasked;
    onCleanup(isHeld ? whenHands(() => isAsked.set(true)) : whenIdle(() => upTo.update((n) => n + MORE)));
  });
  return computed(() => (list().length > upTo() ? list().slice(0, upTo()) : list()));
}

/** Runs something once a hand moves anything on the page; gives what calls it off. */
function whenHands(run: () => void): () => void {
  const options = { capture: true, passive: true };
  const stop = (): void => HANDS.forEach((event) => document.removeEventListener(event, moved, options));
  const moved = (): void => {
    stop();
    run();
  };
  HANDS.forEach((event) => document.addEventListener(event, moved, options));
  return stop;
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
