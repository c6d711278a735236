import type { AskedBy, Control } from '../parts/index.js';
import { labelOf, oncePerRig, type Rig, type Wish } from '../rig/index.js';
import { groupBy } from '../units/index.js';
import { asksOf, type Ask } from './asks.js';
import type { Chain } from './chain.js';
import { mismatchOf, type Mismatch } from './match.js';

/** How one function does a wish: by a channel, or asked in another way; the first way of its sheet that works as was wished. */
export interface Doer {
  chain: Chain;
  /** The way that is no channel; null where a channel is the way. */
  ask: Ask | null;
  by: AskedBy['by'];
  /** Why the hand does not reach it; null when it does. */
  breaks: string | null;
  /** What the wish names and something else does. */
  mismatch: Mismatch | null;
}

/** Works as wished, works otherwise, does not work. */
const rankOf = ({ breaks, mismatch }: Pick<Doer, 'breaks' | 'mismatch'>): number => (breaks ? 2 : mismatch ? 1 : 0);

/** The best way for a wish among those of one function. */
function doerOf(rig: Rig, wish: Wish, chain: Chain): Doer {
  const bySlot = chain.fn.askedBy.find((w) => w.by === 'slot');
  const ways = chain.fn.askedBy.flatMap((way): Doer[] => {
    if (way === bySlot) return [slotDoer(rig, wish, chain)];
    const ask = way.by === 'slot' ? undefined : asksOf(rig, chain).find((a) => a.way === way);
    return ask ? [{ chain, ask, by: way.by, breaks: ask.breaks, mismatch: mismatchOfAsk(rig, wish, ask) }] : [];
  });
  return ways.reduce((best, way) => (rankOf(way) < rankOf(best) ? way : best));
}

/** By a channel; each one's way breaks where its own transmitter does not send. */
function slotDoer(rig: Rig, wish: Wish, chain: Chain): Doer {
  const own = wish.by === 'camera operator' ? (chain.second?.breaks ?? null) : undriven(chain);
  const breaks = chain.breaks ?? own;
  return { chain, ask: null, by: 'slot', breaks, mismatch: chain.breaks ? null : mismatchOf(rig, wish, chain) };
}

/** Only the second transmitter has a control on it. */
const undriven = ({ control, transmitter, slot }: Chain): string | null =>
  control || !transmitter || slot === null ? null : `nothing of ${transmitter.label} drives channel ${slot}`;

/** What a wish names of hands, controls and channels, where no channel is the way. */
function mismatchOfAsk(rig: Rig, wish: Wish, ask: Ask): Mismatch | null {
  const driven = askText(rig, ask);
  if (wish.control !== null) return { named: controlLabel(rig, wish.control), driven };
  if (wish.channel !== undefined) return { named: `channel ${wish.channel}`, driven };
  if (ask.way.by !== 'gesture') return null;
  if (wish.by === 'camera operator') return { named: 'the camera operator', driven: `the pilot's sticks` };
  return wish.hand === 'either' ? null : { named: `the ${wish.hand} hand alone`, driven: 'both sticks' };
}

const controlLabel = (rig: Rig, id: string): string => controlLabels(rig).get(id) ?? id;

/** What each control is called, by id; of two with one id the first. */
const controlLabels = oncePerRig((rig) => {
  const all: Control[] = rig.parts.flatMap((p) => rig.sheets[p.class]?.controls ?? []);
  return new Map(all.reverse().map((c) => [c.id, c.label]));
});

/** Who asks, in a few words. */
export function askText(rig: Rig, { way, parts, part }: Ask): string {
  switch (way.by) {
    case 'gesture':
      return 'stick gestures';
    case 'screen':
      return parts[0] === part.id ? way.what : `${way.what} on ${labelOf(rig, parts[0]!)}`;
    case 'device':
      return way.what ?? `a button on ${part.label}`;
    case 'slot':
      return 'a channel';
  }
}

/**
 * Who does each wish: what does it as wished before what does it otherwise, and that before what does not yet. Worked out once for
 * some chains of a rig; not to be changed.
 */
export function doersOfWishes(rig: Rig, chains: readonly Chain[]): ReadonlyMap<Wish, Doer> {
  const known = KNOWN.get(chains);
  if (known?.rig === rig) return known.doers;
  const doers = shareWishes(rig, chains);
  KNOWN.set(chains, { rig, doers });
  return doers;
}

const KNOWN = new WeakMap<readonly Chain[], { rig: Rig; doers: ReadonlyMap<Wish, Doer> }>();

function shareWishes(rig: Rig, chains: readonly Chain[]): Map<Wish, Doer> {
  const done = new Map<Wish, Doer>();
  const used = new Map<Chain, Wish['by'][]>();
  const byWhat = groupBy<Chain, string>(chains, (c) => c.fn.what);
  for (const wish of rig.wishes) {
    const offers = (byWhat.get(wish.what) ?? []).filter((c) => wish.part === undefined || wish.part === c.part.id);
    const free = offers.filter((c) => !used.has(c));
    // where none is left for it alone, a function that is handed over is the other's as well
    const shared = free.length ? free : offers.filter((c) => !used.get(c)!.includes(wish.by));
    const best = firstBest(shared, (c) => doerOf(rig, wish, c));
    if (!best) continue;
    used.set(best.chain, [...(used.get(best.chain) ?? []), wish.by]);
    done.set(wish, best);
  }
  return done;
}

/** The first of the best; nobody looks further than one that does it as wished. */
function firstBest(offers: readonly Chain[], doer: (c: Chain) => Doer): Doer | undefined {
  let best: Doer | undefined;
  for (const c of offers) {
    const next = doer(c);
    if (!best || rankOf(next) < rankOf(best)) best = next;
    if (rankOf(best) === 0) break;
  }
  return best;
}

/** The function that is to do each wish, whoever asks; of two who wish for one the pilot, whose channel it is. */
export function chainsOfWishes(rig: Rig, chains: readonly Chain[]): Map<Chain, Wish> {
  return wishesByChain(doersOfWishes(rig, chains), () => 'pilot');
}

/** @param first whose wish counts where both wish for one function */
function wishesByChain(doers: Iterable<readonly [Wish, Doer]>, first: (chain: Chain) => Wish['by']): Map<Chain, Wish> {
  const wishes = new Map<Chain, Wish>();
  for (const [wish, { chain }] of doers) if (!wishes.has(chain) || wish.by === first(chain)) wishes.set(chain, wish);
  return wishes;
}

/**
 * The wishes that a channel is to do, of functions that sound wiring reaches: not those that something before the channel on their
 * sheet does as wished, or will once the sticks are given. Of two who wish for one function the camera operator, where its channel can be
 * handed over: what the pilot moves it with comes by that.
 */
export function channelWishes(rig: Rig, chains: readonly Chain[]): Map<Chain, Wish> {
  const doers = [...doersOfWishes(rig, chains)].filter(([, { by, chain, ask, breaks, mismatch }]) => {
    if (by === 'slot' || !ask || mismatch) return true;
    const ways = chain.fn.askedBy;
    const bySlot = ways.findIndex((w) => w.by === 'slot');
    return (bySlot >= 0 && bySlot < ways.indexOf(ask.way)) || (breaks !== null && !ask.path.length);
  });
  const isHanded = (chain: Chain): boolean => rig.handOvers.some((h) => h.from === chain.transmitter?.id);
  return wishesByChain(doers, (chain) => (isHanded(chain) ? 'camera operator' : 'pilot'));
}
