import type { FailSafe, Rig } from '../rig/index.js';
import type { Chain } from './chain.js';
import { demandOf, pulseForValue } from './demand.js';
import { arrivingUs } from './signal-path.js';

/** A drive that turns slower than this stands, per cent. */
const STANDS_PCT = 2;

/** What a receiver must put out for a drive to stand, or a brake to hold; null for a function that is neither. */
export function stopUs({ fn, setup }: Pick<Chain, 'fn' | 'setup'>): number | null {
  if (fn.what === 'drive' && fn.range) return Math.round(pulseForValue(fn, 0, setup));
  if (fn.what !== 'brake' || !fn.windows) return null;
  const stop =
    fn.windows.find((w) => w.label === 'stop') ?? [...fn.windows].sort((a, b) => a.fromUs - b.fromUs).at(-1)!;
  const us = (Math.max(988, stop.fromUs) + Math.min(2012, stop.toUs)) / 2;
  return Math.round(setup.reverse ? 3000 - us : us);
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
