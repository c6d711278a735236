import { doersOfWishes, findChains, nameOf, wishCoverage } from '../channels/index.js';
import type { Rig } from '../rig/index.js';
import type { Unmet } from './unmet.js';

/**
 * Wishes that a proposed rig does not grant, each with the reason: the wiring reaches them, and no control or channel is left, or
 * something on their way is missing.
 * @param givenUp why functions got no channel, by name
 * @param known wishes whose wiring is known to stay open
 */
export function wishesLeft(rig: Rig, givenUp: ReadonlyMap<string, string>, known: ReadonlySet<string>): Unmet[] {
  const chains = findChains(rig);
  const doers = doersOfWishes(rig, chains);
  return wishCoverage(rig, chains, null)
    .filter(({ state, wish }) => (state === 'open' || state === 'impossible') && !known.has(wish.id))
    .map(({ wish, why }) => {
      const chain = doers.get(wish)?.chain;
      const noChannel = chain && givenUp.get(nameOf(chain));
      return { demand: wish.label, wish: wish.id, part: null, why: noChannel ?? why };
    });
}
