/** What distance does to a radio: frames that get lost in runs, and pictures with noise. */
import type { Sheet } from '../parts/index.js';
import type { Controls } from './state.js';

/** Name under which the distance from the pilot to what is steered stands among the controls, m; 0 is at hand. */
export const AWAY = 'craft:away';
/** As far as it can be taken, m. */
export const MOST_AWAY_M = 5000;

/** How far a radio reaches whose sheet does not say, m. @source [mem] low power, open land, antennas upright */
const REACH_M = { orders: 1500, picture: 800 } as const;
/** How much a signal swings by the way it takes, dB. @source [mem] open land */
const SWING_DB = 4;
/** A curve through the sum of a normal swing, within 1 %. @source [std] logistic for the normal distribution */
const STEEP = 1.702;
/** How long a fade lasts while something moves, ms. @source [mem] half a wave at a few metres a second */
const FADE_MS = 30;
/** With less than this over what is just heard a picture breaks up, dB. @source [mem] */
const CLEAN_DB = 6;
/** Fewer than one in so many is none: nothing is lost by chance at hand. */
const NONE = 1e-4;

/** How far the air link of a sheet reaches, m. */
export const reachM = ({ links }: Sheet, of: keyof typeof REACH_M): number =>
  Math.max(0, ...links.flatMap((l) => l.params.reachM ?? [])) || REACH_M[of];

/** How much more than what is just heard comes over that way, dB: a wave spreads, so twice as far is 6 dB less. @source [std] free space */
export const marginDb = (awayM: number, reach: number): number => (awayM > 0 ? 20 * Math.log10(reach / awayM) : Infinity);

/** Share of the frames that get lost there, 0…1: half of them at the end of its reach. */
export function lostAt(awayM: number, reach: number): number {
  const share = 1 / (1 + Math.exp((STEEP * marginDb(awayM, reach)) / SWING_DB));
  return share < NONE ? 0 : share;
}

/** How many frames a fade takes with it, a count. @param airMs from frame to frame, ms */
export const fadeFrames = (airMs: number): number => Math.max(1, Math.round(FADE_MS / airMs));

/** How far away it is, m. */
export const awayAt = (controls: Controls): number => controls[AWAY] ?? 0;

/** What a picture that comes from there looks like: clean, breaking up, or noise alone. */
export function airAt(awayM: number, reach: number): 'clean' | 'breaks up' | 'noise' {
  const margin = marginDb(awayM, reach);
  return margin >= CLEAN_DB ? 'clean' : margin > 0 ? 'breaks up' : 'noise';
}
