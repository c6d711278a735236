import type { FailSafe, Rig } from '../rig/index.js';
import type { Chain } from './chain.js';
import { demandOf, pulseForValue } from './demand.js';
import { arrivingUs } from './signal-path.js';

/** A drive that turns slower than this stands, per cent. */
const STANDS_PCT = 2;

/**
 * What a receiver must put out for a drive to stand, or a brake to hold, with what the way to it makes of a width; null for a
 * function that is neither, and where nothing that is sent does it.
 */
export function stopUs(chain: Chain): number | null {
  const { fn, setup } = chain;
  if (fn.what === 'drive' && fn.range) return standingUs(chain, Math.round(pulseForValue(fn, 0, setup)));
  if (fn.what !== 'brake' || !fn.windows) return null;
  const stop =
    fn.windows.find((w) => w.label === 'stop') ?? [...fn.windows].sort((a, b) => a.fromUs - b.fromUs).at(-1)!;
  const us = (Math.max(988, stop.fromUs) + Math.min(2012, stop.toUs)) / 2;
  return Math.round(setup.reverse ? 3000 - us : us);
}

/** How far from its own middle a drive's stop is looked for, µs: a bus that counts otherwise shifts it by some tens. */
const LOOKED_FOR_US = 120;

function standingUs(chain: Chain, middle: number): number | null {
  for (let off = 0; off <= LOOKED_FOR_US; off++) {
    const found = [middle - off, middle + off].find((us) => stands(chain, us));
    if (found !== undefined) return found;
  }
  return null;
}

function stands(chain: Chain, us: number): boolean {
  const demand = demandOf(chain.fn, arrivingUs(chain, us), chain.setup);
  return 'value' in demand && Math.abs(demand.value) <= STANDS_PCT;
}

/** Whether a receiver's fail-safe stops what a chain does. */
export function stopsDrive(chain: Chain, set: FailSafe | undefined): boolean {
  if (set?.does !== 'value' || set.valueUs === undefined) return false;
  const demand = demandOf(chain.fn, arrivingUs(chain, set.valueUs), chain.setup);
  if ('value' in demand) return Math.abs(demand.value) <= STANDS_PCT;
  return demand.window === (chain.fn.windows?.some((w) => w.label === 'stop') ? 'stop' : demand.window);
}

/** Fail-safes that stop every drive of a rig as its channels stand. */
export const stoppedDrives = (rig: Rig, chains: readonly Chain[]): FailSafe[] =>
  chains.flatMap((chain) => {
    const receiver = chain.path[0]?.talker.part.id;
    const valueUs = chain.fn.what === 'drive' || chain.fn.what === 'brake' ? stopUs(chain) : null;
    if (chain.breaks || chain.slot === null || receiver === undefined || valueUs === null) return [];
    const set = rig.failSafes.find((f) => f.receiver === receiver && f.slot === chain.slot);
    return stopsDrive(chain, set) ? [] : [{ receiver, slot: chain.slot, does: 'value' as const, valueUs }];
  });
