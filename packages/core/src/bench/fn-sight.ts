/** Sights of a part by one word: what the bench itself reads. A function may be called so too, and has another name then. */
const OWN: ReadonlySet<string> = new Set([
  ...['feed', 'awake', 'restarts', 'frames', 'radio', 'on-air', 'tags', 'released', 'lean'],
  ...['horizon', 'motors', 'air', 'after-power-off', 'tension', 'card'],
]);

/** What a function is called among the sights of its part. */
export const fnWord = (fn: string): string => (OWN.has(fn) ? `fn-${fn}` : fn);

/** Sight of what a function does. */
export const fnSight = (part: string, fn: string): string => `${part}.${fnWord(fn)}`;
