import { atPeak, solveRigNetwork, startsDiffer, type RigNetwork } from '../rails/index.js';
import type { LeastGauges, PackRun, RailBand, RailHeat, Short, SplicePlace } from '../rails/studies.js';
import { heatAt, leastGauges, packRun, railBand, shortsOf, splicePlaces } from '../rails/studies.js';
import type { Rig } from '../rig/index.js';
import { lastCall } from '../units/index.js';
import { lookedAt } from './look.js';

/** A supply that runs, but would stand lower if everything were switched on together. */
export interface WouldNotStart {
  part: string;
  terminal: string;
  /** With everything running before, V. */
  runningV: number;
  /** Switched on together, V. */
  coldV: number;
  /** A full pack at usual draw, or a flat one with everything at its peak. */
  when: 'full' | 'flat at the peak';
}

/** What is looked up about the supplies beyond volts and amps. */
export interface SupplyStudy {
  /** Volts over 1 000 rigs of the same sheets at a full pack, in the order of the terminals. */
  bands: RailBand[];
  shorts: Short[];
  packs: PackRun;
  starts: WouldNotStart[];
  /** At a flat pack with everything at its peak: the most that leads and regulators are asked. */
  heat: RailHeat;
}

/** Leads for a room that is wanted. */
export interface LeadStudy extends LeastGauges {
  /** Room that they keep, V. */
  marginV: number;
  splices: SplicePlace[];
}

/** The thinnest leads and the best splices that keep a room. */
export function leadsFor(rig: Rig, celsius: number, marginV: number): LeadStudy {
  const network = lookedAt(rig, { peak: false, celsius });
  return { ...leastGauges(rig, network, marginV), marginV, splices: splicePlaces(rig, network, marginV) };
}

/** Spread, shorts, heat, packs over a run, and what runs but would not start, at a temperature; worked out when the rails are looked at. */
export const suppliesOf = lastCall((rig: Rig, celsius: number): SupplyStudy => {
  const network = lookedAt(rig, { peak: false, celsius });
  const peak = atPeak(network);
  return {
    bands: railBand(network, 1),
    shorts: shortsOf(rig, network),
    packs: packRun(rig, network),
    starts: [...startsAt(network, 1, 'full'), ...startsAt(peak, 0, 'flat at the peak')],
    heat: heatAt(rig, peak, solveRigNetwork(peak, 0)),
  };
});

function startsAt(network: RigNetwork, charge: number, when: WouldNotStart['when']): WouldNotStart[] {
  const cold = startsDiffer(network, charge);
  if (cold.every((v) => v === null)) return [];
  return solveRigNetwork(network, charge).nodes.flatMap(({ kind, part, terminal, volts: runningV }, i) =>
    kind === 'load' && cold[i] !== null ? [{ part, terminal, runningV, coldV: cold[i]!, when }] : [],
  );
}
