import { findConversations } from '../loom/index.js';
import { partsWithSheets, type Edit, type FailSafe, type Rig } from '../rig/index.js';
import { findChains, receiversOf, type Chain } from './chain.js';
import { demandOf, pulseForValue } from './demand.js';
import { holdingWindow } from './gates.js';
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
  if (fn.what !== 'brake' || !fn.windows?.length) return null;
  const stop = holdingWindow(fn)!;
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
  const holds = holdingWindow(chain.fn);
  return !holds || demand.window === holds.label;
}

/** Fail-safes that stop every drive of a rig as its channels stand. */
export const stoppedDrives = (rig: Rig, chains: readonly Chain[]): FailSafe[] =>
  chains.flatMap((chain) => {
    const { slot } = chain;
    const valueUs = isOfDrive(chain.fn.what) ? stopUs(chain) : null;
    if (chain.breaks || slot === null || valueUs === null) return [];
    return [...receiversOf(findConversations(rig), chain)].flatMap((receiver) => {
      const set = rig.failSafes.find((f) => f.receiver === receiver && f.slot === slot);
      return stopsDrive(chain, set) ? [] : [{ receiver, slot, does: 'value' as const, valueUs }];
    });
  });

/** Something that goes, or that holds what goes. */
const isOfDrive = (what: string): boolean => what === 'drive' || what === 'brake';

/**
 * What stops, when the radio is lost, the drives that a change has let go: said in the same breath as the change.
 * @param chains of the rig as it was
 * @param after the rig with the change
 */
export function stopsFor(rig: Rig, chains: readonly Chain[], after: Rig): Edit[] {
  if (!partsWithSheets(rig).some(({ sheet }) => sheet.functions.some((f) => isOfDrive(f.what)))) return [];
  const known = new Set(stoppedDrives(rig, chains).map((f) => `${f.receiver} ${f.slot}`));
  return stoppedDrives(after, findChains(after))
    .filter((f) => !known.has(`${f.receiver} ${f.slot}`))
    .map((failSafe) => ({ kind: 'failSafe', failSafe }));
}
