/** What a rig stands like once it was switched on. */
import { fullRails, rigNetwork, solveRigNetwork, type Rails } from '../rails/index.js';
import type { Rig } from '../rig/index.js';
import { fieldPlan } from './ordered.js';
import { endangered, isLow, resetsOf } from './starts.js';

/** A rig after its power-up. */
export interface CameUp {
  /** At rest, as far as it came. */
  rails: Rails;
  /** What some supply does not come up to although it would keep running there: the rails are those of a cold start. */
  isCold: boolean;
  /** Parts that went down once while something else started, and came back. */
  reset: ReadonlySet<string>;
  /** Parts that start, die and start again without end. */
  cycling: ReadonlySet<string>;
}

const NOBODY: ReadonlySet<string> = new Set();

/**
 * Where a rig stands after it was switched on in its order. Most come to where they would keep running; one with supplies that could
 * be held and not reached, or that in-rush brings down, is played.
 * @param charge of the packs, 0…1
 */
export function cameUp(rig: Rig, charge = 1): CameUp {
  const network = rigNetwork(rig);
  const rest = charge === 1 ? fullRails(network) : solveRigNetwork(network, charge);
  const loads = endangered(network, charge, rest);
  if (!loads.length) return { rails: rest, isCold: false, reset: NOBODY, cycling: NOBODY };
  const cold = solveRigNetwork(network, charge, 'cold');
  const isCold = loads.some((t) => isLow(cold.nodes[network.terminals.indexOf(t)]!));
  const resets = resetsOf(network, fieldPlan(rig, rest), loads, rest);
  const named = (own: typeof resets): Set<string> => new Set(own.map((r) => r.part));
  return {
    rails: isCold ? cold : rest,
    isCold,
    reset: named(resets),
    cycling: named(resets.filter((r) => r.againS !== null)),
  };
}
