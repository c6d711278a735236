import type { WishState } from '../channels/index.js';
import { FROM, type About } from './about.js';

const STATE_WORDS: Record<WishState['state'], string> = {
  granted: 'granted',
  otherwise: 'driven, but by something else',
  open: 'not there yet',
  impossible: 'not with these parts',
};

/** How many wishes are granted; null for a rig that nothing is wished of. */
export function aboutWishes(wishes: readonly WishState[]): About | null {
  if (!wishes.length) return null;
  const granted = wishes.filter((w) => w.state === 'granted').length;
  return {
    title: 'Wishes granted',
    figure: `${granted} of ${wishes.length}`,
    is: 'What was wished for and is really reached by the hand, control and channel that the wish names.',
    how: `all that are wished for, less those that break on the way, are driven by something else, or that no part here can do`,
    grounds: wishes.map((w) => ({
      what: w.wish.label,
      value: `${STATE_WORDS[w.state]}${w.why ? `: ${w.why}` : ''}`,
      source: FROM.computed,
    })),
  };
}
